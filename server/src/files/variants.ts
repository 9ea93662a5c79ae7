import { join } from 'node:path';
import type { MediumFile, MediumVariant } from '../db/schema';
import type { Measured } from './measure';
import { withTemporaryFolder } from './store/temporary-file';
import type { MediaProcessing, ProcessingLane } from './processing/media-processing';
import type { MediaStore } from './store/media-store';

/** The widths that pictures are kept in beside their own, in pixels. */
const WIDTHS = [320, 640, 1280, 1920, 2560];
/** Wider than that no screen shows them. */
const WIDEST = 3840;
/** The widths made at once, because somebody looks at them next; the others follow. */
const AT_ONCE = [320, 640, 1280];

/** What names a place among the files of a medium. */
type Placed = Pick<MediumFile, 'extension' | 'revision' | 'poster'>;

/** The folder of a file below its medium: the first has none, so that its address never changes. */
const folderOf = ({ revision }: Placed): string => (revision === 1 ? '' : `${revision}/`);

/** The place of a file below its medium. */
export const originalPath = (placed: Placed): string => `${folderOf(placed)}original.${placed.extension}`;

/** The place of a smaller picture below its medium, without the name of its format. */
export const variantPath = (placed: Placed, width: number): string =>
  `${folderOf(placed)}${placed.poster === null ? '' : `poster${placed.poster}-`}${width}`;

/** The places of everything that is kept of a file. */
export const pathsOf = (file: Placed & Pick<MediumFile, 'variants'>): readonly string[] => [
  originalPath(file),
  ...file.variants.flatMap(({ width, avif }) => [
    `${variantPath(file, width)}.webp`,
    ...(avif === true ? [`${variantPath(file, width)}.avif`] : []),
  ]),
];

/** The widths that a picture should be kept in, the smallest first. */
export function wantedWidths(width: number): readonly number[] {
  const own = Math.min(width, WIDEST);
  return [...WIDTHS.filter((each) => each < own), own];
}

/** Where pictures are made, from what, and in whose time. */
export interface Making {
  readonly store: MediaStore;
  readonly processing: MediaProcessing;
  readonly lane: ProcessingLane;
  /** The id of the medium. */
  readonly id: string;
  readonly placed: Placed;
  /** A file of this machine. */
  readonly file: string;
}

/** Makes a smaller picture of one format and keeps it. */
export function makeVariant(
  { store, processing, lane, id, placed, file }: Making,
  width: number,
  format: 'webp' | 'avif',
): Promise<MediumVariant> {
  return withTemporaryFolder(async (folder) => {
    const output = join(folder, `made.${format}`);
    const { height } = await processing.run('encode_picture', { file, output, width, format }, lane);
    await store.write(`${id}/${variantPath(placed, width)}.${format}`, output);
    return { width, height };
  });
}

/**
 * Keeps a file, and of a picture the smaller ones that somebody looks at next.
 * @returns the variants, the smallest first
 */
export async function keepFiles(
  making: Making,
  { mime, width, moves }: Pick<Measured, 'mime' | 'width' | 'moves'>,
): Promise<readonly MediumVariant[]> {
  const { store, id, placed, file } = making;
  await store.write(`${id}/${originalPath(placed)}`, file);
  if (!mime.startsWith('image/') || moves) return [];
  const variants: MediumVariant[] = [];
  for (const wanted of AT_ONCE.filter((each) => each < width))
    variants.push(await makeVariant(making, wanted, 'webp'));
  return variants;
}
