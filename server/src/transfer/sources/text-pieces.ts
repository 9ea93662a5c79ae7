import type { ImportEncoding } from '@tovlet/core/contracts/studio/imports';
import { open } from 'node:fs/promises';
import { UnreadableSource } from './source-format';

/** So many bytes are read at once. */
const PIECE = 256 * 1024;

/** The bytes of the mark that some files begin with. */
const MARKS: Readonly<Partial<Record<ImportEncoding, readonly number[]>>> = {
  'utf-8': [0xef, 0xbb, 0xbf],
  'utf-16le': [0xff, 0xfe],
  'utf-16be': [0xfe, 0xff],
};

/** How many bytes a text has in an encoding: all but these have one for each character. */
export function bytesIn(text: string, encoding: ImportEncoding): number {
  if (encoding === 'utf-8') return Buffer.byteLength(text);
  return encoding.startsWith('utf-16') ? text.length * 2 : text.length;
}

/** Whether bytes begin with the mark of an encoding. */
const isMarked = (bytes: Uint8Array, mark: readonly number[]): boolean =>
  mark.length > 0 && mark.every((byte, at) => bytes[at] === byte);

/** The encoding whose mark some bytes begin with; undefined where they begin with none. */
export const markedEncoding = (bytes: Uint8Array): ImportEncoding | undefined =>
  (['utf-8', 'utf-16le', 'utf-16be'] as const).find((each) => isMarked(bytes, MARKS[each] ?? []));

/** The first bytes of a file. */
export async function firstBytes(file: string, length: number): Promise<Uint8Array> {
  const handle = await open(file);
  try {
    const buffer = Buffer.alloc(length);
    const { bytesRead } = await handle.read(buffer, 0, length, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** The byte at which the text of a file begins, behind the mark of its encoding. */
export async function textStart(file: string, encoding: ImportEncoding): Promise<number> {
  const mark = MARKS[encoding] ?? [];
  return isMarked(await firstBytes(file, mark.length + 1), mark) ? mark.length : 0;
}

/** A part of the text of a file. */
export interface TextPiece {
  readonly text: string;
  readonly isLast: boolean;
}

function decode(decoder: TextDecoder, bytes: Uint8Array, isLast: boolean): string {
  try {
    return decoder.decode(bytes, { stream: !isLast });
  } catch {
    throw new UnreadableSource(`The file is not written in ${decoder.encoding}. Choose another encoding.`);
  }
}

/**
 * Reads the text of a file from a byte on, a piece at a time.
 * @param from where a character begins
 * @throws UnreadableSource where the bytes are no text of the encoding
 */
export async function* textPieces(
  file: string,
  encoding: ImportEncoding,
  from: number,
): AsyncGenerator<TextPiece> {
  const handle = await open(file);
  try {
    const decoder = new TextDecoder(encoding, { fatal: true, ignoreBOM: true });
    const { size } = await handle.stat();
    const buffer = Buffer.alloc(PIECE);
    for (let at = from; ;) {
      const { bytesRead } = await handle.read(buffer, 0, PIECE, at);
      at += bytesRead;
      const isLast = bytesRead === 0 || at >= size;
      yield { text: decode(decoder, buffer.subarray(0, bytesRead), isLast), isLast };
      if (isLast) return;
    }
  } finally {
    await handle.close();
  }
}
