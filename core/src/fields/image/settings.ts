import * as z from 'zod';
import { pictureFitSettings } from '../media_fit/media-fit';

/** The settings of a field of the type Image, with their defaults. */
export const settings = z.object(pictureFitSettings);
