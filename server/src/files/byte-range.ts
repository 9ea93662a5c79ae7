import type { ByteRange } from './store/media-store';

/**
 * Reads which part of a file is asked for. Several parts at once are answered by the whole, as is what cannot be read.
 * @param header the value of `Range`
 * @param bytes how large the file is
 * @returns null for the whole; `none` where the part lies behind the end
 * @see https://www.rfc-editor.org/rfc/rfc9110#name-range
 * @example byteRangeOf('bytes=-2', 10) // => { first: 8, last: 9 }
 */
export function byteRangeOf(header: string | undefined, bytes: number): ByteRange | 'none' | null {
  const [, from = '', to = ''] = /^bytes=(\d{0,15})-(\d{0,15})$/.exec(header ?? '') ?? [];
  if (from === '' && to === '') return null;
  if (from === '') {
    const length = Math.min(Number(to), bytes);
    return length === 0 ? 'none' : { first: bytes - length, last: bytes - 1 };
  }
  const first = Number(from);
  const last = Math.min(to === '' ? bytes - 1 : Number(to), bytes - 1);
  if (to !== '' && Number(to) < first) return null;
  return first >= bytes ? 'none' : { first, last };
}
