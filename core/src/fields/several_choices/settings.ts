import * as z from 'zod';
import { choicesSetting } from '../choices';
import { nothingBetween } from '../settings';

const count = z.int().min(0).max(500).nullable().default(null);

/** The settings of a field of the type Several choices, with their defaults. */
export const settings = z.object({
  choices: choicesSetting,
  minChoices: count,
  maxChoices: count,
  display: z.enum(['boxes', 'list', 'chips', 'search']).default('boxes'),
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ minChoices, maxChoices }: Settings): string | null =>
  nothingBetween(minChoices, maxChoices);
