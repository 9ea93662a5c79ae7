import sharp from 'sharp';
import type { MediumVariant } from '../db/schema';
import { MAX_PIXELS, type Measured } from './measure';
import type { MediaStore } from './store';

const VARIANT_WIDTHS = [320, 640, 1280];

/** The place of a medium's file; a width stands for a variant. */
export const filePath = (id: string, extension: string, width: number | null): string =>
  `${id}/${width === null ? `original.${extension}` : `${width}.webp`}`;

async function makeVariant(bytes: Uint8Array, width: number): Promise<{ data: Uint8Array } & MediumVariant> {
  const { data, info } = await sharp(bytes, { limitInputPixels: MAX_PIXELS })
    .autoOrient()
    .resize({ width })
    .webp({ quality: 80 })
    .toBuffer({ resolveWithObject: true });
  return { data, width: info.width, height: info.height };
}

/**
 * Keeps a file, and of a picture smaller variants in WebP.
 * @returns the variants, the smallest first
 */
export async function keepFiles(
  store: MediaStore,
  id: string,
  bytes: Uint8Array,
  measured: Measured,
): Promise<readonly MediumVariant[]> {
  await store.write(filePath(id, measured.extension, null), bytes);
  const widths = VARIANT_WIDTHS.filter((width) => width < measured.width);
  return Promise.all(
    widths.map(async (wanted) => {
      const { data, width, height } = await makeVariant(bytes, wanted);
      await store.write(filePath(id, measured.extension, wanted), data);
      return { width, height };
    }),
  );
}
