import type { JsonObject } from '@tovlet/core/json';
import type { MediumFile } from '../db/schema';
import { originalPath, variantPath } from './variants';

/** The address of a file of a medium as it was given. */
export const addressOf = (id: string, file: MediumFile): string => `/media/${id}/${originalPath(file)}`;

/** A smaller picture of a file. */
export interface VariantAddress extends JsonObject {
  readonly url: string;
  readonly width: number;
  readonly height: number;
}

/** The addresses of variants name no format: each browser gets the best that it takes. */
export const variantsOf = (id: string, file: MediumFile): readonly VariantAddress[] =>
  file.variants.map(({ width, height }) => ({
    url: `/media/${id}/${variantPath(file, width)}`,
    width,
    height,
  }));

/** The address of the smallest picture of a file; null for what is no picture. */
export const thumbnailOf = (id: string, file: MediumFile): string | null =>
  variantsOf(id, file)[0]?.url ?? (file.width > 0 ? addressOf(id, file) : null);
