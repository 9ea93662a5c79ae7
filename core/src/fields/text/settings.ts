import * as z from 'zod';
import { PATTERN_LIMIT } from '../../patterns/engine';
import { nothingBetween } from '../settings';
import { textLimitSettings } from '../text-limits';

/** The settings of a field of the type Text, with their defaults. */
export const settings = z.object({
  ...textLimitSettings,
  prefix: z.string().max(40).default(''),
  suffix: z.string().max(40).default(''),
  // One that cannot be read fits nothing; the checks keep it from being saved.
  pattern: z.string().max(PATTERN_LIMIT).default(''),
  patternHint: z.string().max(200).default(''),
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ minLength, maxLength }: Settings): string | null =>
  nothingBetween(minLength, maxLength);
