import * as z from 'zod';
import { rowLimitSettings } from '../repeater/row-limits';

/** The settings of a field of the type Mixed list, with their defaults. */
export const settings = z.object({
  ...rowLimitSettings,
  addLabel: z.string().max(60).default('Add'),
});
