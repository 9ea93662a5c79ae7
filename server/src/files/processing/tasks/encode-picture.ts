import { openPicture } from './pictures';

/** A smaller picture to be made of a picture. */
export interface EncodePicture {
  readonly file: string;
  readonly output: string;
  /** In pixels; the height follows. */
  readonly width: number;
  readonly format: 'webp' | 'avif';
}

/** How it came out. */
export interface PictureSize {
  readonly width: number;
  readonly height: number;
}

/** Makes a smaller picture, without what the camera wrote beside it, such as where it was taken. */
export async function encodePicture({ file, output, width, format }: EncodePicture): Promise<PictureSize> {
  const smaller = openPicture(file).autoOrient().resize({ width, withoutEnlargement: true });
  const encoded =
    format === 'avif' ? smaller.avif({ quality: 58, effort: 3 }) : smaller.webp({ quality: 80 });
  const { width: made, height } = await encoded.toFile(output);
  return { width: made, height };
}
