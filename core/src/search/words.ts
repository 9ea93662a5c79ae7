/** The most words of a search, and the longest text that is searched for, in characters. */
export const SEARCH_WORDS_LIMIT = 16;
export const SEARCH_LENGTH_LIMIT = 200;

/** Longer runs of letters are no words that somebody looks for. */
const LONGEST_WORD = 60;

const WORD = /[\p{L}\p{N}][\p{L}\p{N}\p{M}]*/gu;
/** Scripts that are written without spaces between words. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}]/u;
/** What compatibility forms come apart into beside letters, such as the brackets of a number in brackets. */
const NEITHER = /[^\p{L}\p{N}]/gu;

let segmenter: Intl.Segmenter | null = null;

/** A word where it stands in a text. */
export interface PlacedWord {
  readonly word: string;
  readonly start: number;
  readonly end: number;
}

/**
 * Folds a word to what searches compare: small letters without marks.
 * @example folded('Hütte') // => 'hutte'
 */
export const folded = (word: string): string =>
  Array.from(word.normalize('NFKD').replace(NEITHER, '').toLowerCase()).slice(0, LONGEST_WORD).join('');

/** Where scripts without spaces have their words, as Unicode's dictionaries part them. */
function* segmented(text: string): Generator<PlacedWord> {
  segmenter ??= new Intl.Segmenter('en', { granularity: 'word' });
  for (const { segment, index, isWordLike } of segmenter.segment(text))
    if (isWordLike === true) yield { word: folded(segment), start: index, end: index + segment.length };
}

/**
 * Finds the words of a text.
 * @returns each word folded, with where it stands, in characters
 * @see https://www.unicode.org/reports/tr29/#Word_Boundaries
 */
export function* placedWords(text: string): Generator<PlacedWord> {
  for (const { 0: run, index } of text.matchAll(WORD)) {
    if (!UNSPACED.test(run)) {
      const word = folded(run);
      if (word !== '') yield { word, start: index, end: index + run.length };
      continue;
    }
    for (const each of segmented(run))
      if (each.word !== '') yield { word: each.word, start: index + each.start, end: index + each.end };
  }
}

/**
 * Lists the words of a text as searches compare them.
 * @example wordsOf('Hütte VM-12') // => ['hutte', 'vm', '12']
 */
export const wordsOf = (text: string): readonly string[] => Array.from(placedWords(text), ({ word }) => word);
