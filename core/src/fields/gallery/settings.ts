import * as z from 'zod';
import { pictureFitSettings } from '../media_fit/media-fit';
import { nothingBetween } from '../settings';

const count = z.int().min(0).max(500).nullable().default(null);

/** The settings of a field of the type Gallery, with their defaults. */
export const settings = z.object({
  ...pictureFitSettings,
  minImages: count,
  maxImages: count,
  crop: z.enum(['none', 'square', 'wide', 'tall']).default('none'),
});
export type Settings = z.output<typeof settings>;

/** Why the settings leave nothing that could be entered; null where they leave something. */
export const contradiction = ({ minImages, maxImages }: Settings): string | null =>
  nothingBetween(minImages, maxImages);
