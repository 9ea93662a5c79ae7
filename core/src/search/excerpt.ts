import { isFormOf, type WordForms } from './forms';
import { placedWords, type PlacedWord } from './words';

/** A piece of an excerpt: marked where it is a word that was searched for. */
export interface ExcerptPiece {
  readonly text: string;
  readonly marked: boolean;
}

/** So long is an excerpt about, in characters, and so much of it stands before the first word that was found. */
const LENGTH = 180;
const BEFORE = 30;

/** Where an excerpt begins and ends: at words, around the first that was found. */
function around(text: string, found: PlacedWord): readonly [number, number] {
  const earliest = Math.max(0, found.start - BEFORE);
  const start = earliest === 0 ? 0 : text.indexOf(' ', earliest) + 1;
  const latest = start + LENGTH;
  if (latest >= text.length) return [start > found.start ? found.start : start, text.length];
  const end = text.lastIndexOf(' ', latest);
  return [start > found.start ? found.start : start, end > found.end ? end : latest];
}

/**
 * Cuts out of a text what stands around the words that were searched for.
 * @param text its lines are joined
 * @returns pieces in order, with an ellipsis where something was cut off; null where none of the words stands in it
 * @example excerptOf('A tiled stove', [{ word: 'stove', … }]) // => [{ text: 'A tiled ', marked: false }, { text: 'stove', marked: true }]
 */
export function excerptOf(text: string, searched: readonly WordForms[]): readonly ExcerptPiece[] | null {
  const line = text.replace(/\s+/g, ' ').trim();
  const found = Array.from(placedWords(line)).filter(({ word }) =>
    searched.some((forms) => isFormOf(word, forms)),
  );
  const [first] = found;
  if (!first) return null;
  const [start, end] = around(line, first);
  const pieces: ExcerptPiece[] = start > 0 ? [{ text: '… ', marked: false }] : [];
  let at = start;
  const push = (to: number, marked: boolean): void => {
    if (to > at) pieces.push({ text: line.slice(at, to), marked });
    at = Math.max(at, to);
  };
  for (const word of found.filter((each) => each.end <= end)) {
    push(word.start, false);
    push(word.end, true);
  }
  push(end, false);
  if (end < line.length) pieces.push({ text: ' …', marked: false });
  return pieces;
}
