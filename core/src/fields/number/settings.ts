import * as z from 'zod';
import { nothingBetween } from '../settings';

const bound = z.number().nullable().default(null);

/** The settings of a number, with their defaults. */
export const settings = z.object({
  unit: z.string().max(20).default(''),
  min: bound,
  max: bound,
  decimals: z.int().min(0).max(10).nullable().default(null),
  step: z.number().positive().nullable().default(null),
  placeholder: z.string().max(200).default(''),
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ min, max }: Settings): string | null => nothingBetween(min, max);
