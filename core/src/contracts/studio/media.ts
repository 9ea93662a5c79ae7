import * as z from 'zod';
import type { JsonObject } from '../../json';
import { jsonObjectShape } from '../../json-shape';
import type { QueryInput } from './query';

export interface MediumAnswer {
  readonly id: string;
  readonly filename: string;
  readonly mime: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
  readonly alt: string;
  readonly url: string;
  readonly variants: readonly { readonly url: string; readonly width: number; readonly height: number }[];
  readonly createdAt: string;
  readonly version: number;
  readonly values: JsonObject;
}
/** Asks for media, the newest first. */
export const mediaQuerySchema = z.object({
  search: z.string().max(100).default(''),
  kind: z.enum(['image']).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(60),
  offset: z.coerce.number().int().min(0).default(0),
});
export type MediaQuery = QueryInput<z.output<typeof mediaQuerySchema>>;
/** The version that somebody saw of what they delete. */
export const mediumVersionSchema = z.object({ version: z.coerce.number().int().min(1) });
export type MediumVersion = z.output<typeof mediumVersionSchema>;
export const mediumSaveSchema = z.strictObject({
  version: z.int().min(1),
  alt: z.string().max(500),
  values: jsonObjectShape.optional(),
});
export type MediumSave = z.infer<typeof mediumSaveSchema>;
