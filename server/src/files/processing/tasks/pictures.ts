import sharp, { type Sharp } from 'sharp';

/** Pictures with more pixels are refused: they would take all memory. */
export const MAX_PIXELS = 60_000_000;

/** The only formats that are read at all: what else the library knows has a larger surface, or acts. */
const READ = [
  'VipsForeignLoadJpeg',
  'VipsForeignLoadPng',
  'VipsForeignLoadWebp',
  'VipsForeignLoadHeif',
  'VipsForeignLoadNsgif',
];

/** Lets the library read pictures only. @see https://sharp.pixelplumbing.com/api-utility/#block */
export function readPicturesOnly(): void {
  sharp.block({ operation: ['VipsForeignLoad'] });
  sharp.unblock({ operation: READ });
  // One picture at a time is worked on, and none is met twice.
  sharp.cache(false);
}

/** Opens a picture: a file, or the bytes of one. What ends too early is refused, not filled with grey. */
export const openPicture = (file: string | Uint8Array): Sharp =>
  sharp(file, { limitInputPixels: MAX_PIXELS, failOn: 'truncated' });
