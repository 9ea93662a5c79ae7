import { thumbHashToDataURL } from 'thumbhash';

const known = new Map<string, string>();

/**
 * Draws what stands for a picture until it is loaded.
 * @param hash a ThumbHash in base64; null where there is none
 * @returns a value of `background-image`
 * @see https://evanw.github.io/thumbhash/
 */
export function placeholderImage(hash: string | null): string | null {
  if (hash === null) return null;
  const before = known.get(hash);
  if (before !== undefined) return before;
  const bytes = Uint8Array.from(atob(hash), (letter) => letter.charCodeAt(0));
  const drawn = `url(${thumbHashToDataURL(bytes)})`;
  known.set(hash, drawn);
  return drawn;
}
