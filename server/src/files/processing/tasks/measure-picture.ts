import { rgbaToThumbHash, thumbHashToAverageRGBA } from 'thumbhash';
import { openPicture } from './pictures';

/** What is measured of a picture, as it is seen: turned as its camera was. */
export interface PictureMeasures {
  readonly width: number;
  readonly height: number;
  /** @see https://evanw.github.io/thumbhash/ */
  readonly placeholder: string;
  /** Null for what lets shine through what is behind it: a colour there would stay. */
  readonly colour: string | null;
  /** Whether it has several pictures, one after the other. */
  readonly moves: boolean;
}

/** The longest side that a placeholder is made of, in pixels. */
const PLACEHOLDER_SIDE = 100;

const twoDigits = (share: number): string =>
  Math.round(Math.min(1, Math.max(0, share)) * 255)
    .toString(16)
    .padStart(2, '0');

/** Measures a picture, all of it: one that ends too early is refused here, before anybody sees it. */
export async function measurePicture({ file }: { readonly file: string }): Promise<PictureMeasures> {
  const { width, height, autoOrient, pages, hasAlpha } = await openPicture(file).metadata();
  const upright = autoOrient ?? { width, height };
  const { data, info } = await openPicture(file)
    .autoOrient()
    .resize(PLACEHOLDER_SIDE, PLACEHOLDER_SIDE, { fit: 'inside' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const hash = rgbaToThumbHash(info.width, info.height, data);
  const { r, g, b } = thumbHashToAverageRGBA(hash);
  return {
    width: upright.width,
    height: upright.height,
    placeholder: Buffer.from(hash).toString('base64'),
    colour: hasAlpha ? null : `#${twoDigits(r)}${twoDigits(g)}${twoDigits(b)}`,
    moves: (pages ?? 1) > 1,
  };
}
