import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type';
import sharp from 'sharp';
import type { MediumVariant } from '../db/schema';
import { ProblemException } from '../http/problem';

/** Formats taken, by what a file's content is, whatever its name says. */
const FORMATS: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/gif': 'gif',
  'image/avif': 'avif',
};

const VARIANT_WIDTHS = [320, 640, 1280];
const MAX_PIXELS = 60_000_000;

/** What was found out about an uploaded picture. */
export interface Measured {
  readonly mime: string;
  readonly extension: string;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
}

/**
 * Looks at the content of an uploaded file.
 * @throws ProblemException when it is not a picture of a format that is taken
 */
export async function measure(bytes: Uint8Array): Promise<Measured> {
  const found = await fileTypeFromBuffer(bytes);
  const extension = FORMATS[found?.mime ?? ''];
  if (!found || !extension) {
    const names = Object.values(FORMATS).join(', ');
    throw new ProblemException(
      'unsupported_media',
      `This file is not a picture of a kind that is taken (${names}).`,
    );
  }
  try {
    const { width, height, autoOrient } = await sharp(bytes, { limitInputPixels: MAX_PIXELS }).metadata();
    const upright = autoOrient ?? { width, height };
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    return { mime: found.mime, extension, width: upright.width, height: upright.height, sha256 };
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown reason';
    throw new ProblemException('unsupported_media', `The picture cannot be read: ${why}.`);
  }
}

/** The name of a medium's file; a width stands for a variant. */
export const fileName = (extension: string, width: number | null): string =>
  width === null ? `original.${extension}` : `${width}.webp`;

/** Writes beside the place first and then renames, so that no half file is ever found. */
async function writeWhole(file: string, bytes: Uint8Array): Promise<void> {
  const half = `${file}.part`;
  await writeFile(half, bytes);
  await rename(half, file);
}

/**
 * Stores a picture and smaller variants of it in WebP.
 * @returns the variants, the smallest first
 */
export async function storeFiles(
  folder: string,
  id: string,
  bytes: Uint8Array,
  measured: Measured,
): Promise<readonly MediumVariant[]> {
  const own = join(folder, id);
  await mkdir(own, { recursive: true });
  await writeWhole(join(own, fileName(measured.extension, null)), bytes);
  const widths = VARIANT_WIDTHS.filter((width) => width < measured.width);
  return Promise.all(
    widths.map(async (width) => {
      const { data, info } = await sharp(bytes, { limitInputPixels: MAX_PIXELS })
        .autoOrient()
        .resize({ width })
        .webp({ quality: 80 })
        .toBuffer({ resolveWithObject: true });
      await writeWhole(join(own, fileName(measured.extension, width)), data);
      return { width: info.width, height: info.height };
    }),
  );
}

/** Reads a stored file; null when there is none. */
export async function readStored(folder: string, id: string, name: string): Promise<Uint8Array | null> {
  try {
    return await readFile(join(folder, id, name));
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === 'ENOENT') return null;
    throw error;
  }
}
