import * as z from 'zod';
import { fileFitSettings } from '../media_fit/media-fit';

/** The settings of a field of the type File, with their defaults. */
export const settings = z.object({
  kinds: z
    .array(z.enum(['document', 'table', 'audio', 'video', 'archive', 'image']))
    .max(6)
    .default([]),
  ...fileFitSettings,
});
