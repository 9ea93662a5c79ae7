import * as z from 'zod';
import { choicesSetting } from '../choices';

/** The settings of a field of the type One choice, with their defaults. */
export const settings = z.object({
  choices: choicesSetting,
  display: z.enum(['menu', 'buttons', 'list', 'search']).default('menu'),
});
