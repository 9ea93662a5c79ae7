import * as z from 'zod';
import { nothingBetween } from '../settings';
import { textLimitSettings } from '../text-limits';

/** The settings of a field of the type Long text, with their defaults. */
export const settings = z.object({ ...textLimitSettings, lines: z.int().min(2).max(40).default(4) });
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ minLength, maxLength }: Settings): string | null =>
  nothingBetween(minLength, maxLength);
