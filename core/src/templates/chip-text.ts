import * as z from 'zod';
import { bindingSchema, type Binding } from './binding';

/** The longest words between two chips, and the most pieces of one text. */
const WORDS_LIMIT = 20_000;
const PIECES_LIMIT = 200;

/** Running text with values in it: words as they are, and value chips, which are bindings. */
export const chipTextSchema = z
  .array(z.union([z.string().max(WORDS_LIMIT), bindingSchema]))
  .max(PIECES_LIMIT)
  .readonly();
export type ChipText = z.infer<typeof chipTextSchema>;

/** Tells a value chip from words. */
export const isChip = (piece: ChipText[number]): piece is Binding => typeof piece !== 'string';

/**
 * Brings a text into its shortest form: words that follow each other are one piece, and nothing empty stands between.
 * @example joinedPieces(['A ', '', 'hut']) // => ['A hut']
 */
export function joinedPieces(pieces: ChipText): ChipText {
  const joined: ChipText[number][] = [];
  for (const piece of pieces) {
    const last = joined.at(-1);
    if (typeof piece === 'string' && typeof last === 'string') joined.splice(-1, 1, last + piece);
    else if (piece !== '') joined.push(piece);
  }
  return joined;
}
