import * as z from 'zod';
import { frameSchema } from '../../site/frame';

export const frameSaveSchema = z.strictObject({ version: z.int().min(1), frame: frameSchema });
export type FrameSave = z.infer<typeof frameSaveSchema>;

export const framePreviewSchema = z.strictObject({ frame: frameSchema });
export type FramePreview = z.infer<typeof framePreviewSchema>;

/** The frame of the site, and how often it was saved. */
export type FrameAnswer = Readonly<FrameSave>;

/** The start page in a frame that is not saved. */
export interface FramePreviewAnswer {
  readonly html: string;
}
