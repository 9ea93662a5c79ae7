/** A word that is searched for, and in which forms it is found. */
export interface WordForms {
  readonly word: string;
  /** What all its forms in the language of the site begin with; null where the language knows none. */
  readonly stem: string | null;
  /** Words that are written nearly the same, where nothing is found that is written like it. */
  readonly alternatives: readonly string[];
}

/** An ending that a stem may have: longer ones make another word of it. */
const LONGEST_ENDING = 4;

/**
 * Tells whether a word is one that is searched for: it begins like it, is another form of it, or what was meant by it.
 * @param word folded
 * @example isFormOf('wanderungen', { word: 'wanderung', stem: 'wander', alternatives: [] }) // => true
 */
export const isFormOf = (word: string, { word: wanted, stem, alternatives }: WordForms): boolean =>
  word.startsWith(wanted) ||
  alternatives.includes(word) ||
  (stem !== null && word.startsWith(stem) && word.length <= stem.length + LONGEST_ENDING);

/** So many letters may be wrong in a word of a length; none in short ones, which are too many that differ by one. */
const MISTAKES: readonly (readonly [length: number, mistakes: number])[] = [
  [6, 2],
  [4, 1],
];

/**
 * Tells how many letters of a word may be wrong. Numbers are meant as they are written.
 * @example mistakesIn('hut') // => 0
 */
export function mistakesIn(word: string): number {
  if (/\p{N}/u.test(word)) return 0;
  return MISTAKES.find(([length]) => word.length >= length)?.[1] ?? 0;
}
