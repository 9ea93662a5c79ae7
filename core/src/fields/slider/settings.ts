import * as z from 'zod';
import { nothingBetween } from '../settings';

/** The settings of a field of the type Slider, with their defaults. */
export const settings = z.object({
  min: z.number().default(0),
  max: z.number().default(10),
  step: z.number().positive().default(1),
  unit: z.string().max(20).default(''),
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ min, max }: Settings): string | null => nothingBetween(min, max);
