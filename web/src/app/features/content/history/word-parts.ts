import { diffWordsWithSpace } from 'diff';

/** A part of two texts: in both, in the first alone, or in the second alone. */
export interface WordPart {
  readonly kind: 'same' | 'gone' | 'new';
  readonly text: string;
}

/** Milliseconds that may be spent on one pair of texts; what takes longer is shown as two texts. */
const TIME_LIMIT = 150;

/**
 * Tells in what words a text differs from another.
 * @returns the parts of both in reading order
 * @see https://www.npmjs.com/package/diff
 * @example wordParts('two stoves', 'three stoves') // => gone “two”, new “three”, same “ stoves”
 */
export function wordParts(before: string, after: string): readonly WordPart[] {
  const found = diffWordsWithSpace(before, after, { timeout: TIME_LIMIT });
  const whole = [
    { value: before, removed: true, added: false },
    { value: after, removed: false, added: true },
  ].filter(({ value }) => value !== '');
  return (found ?? whole).map(({ value, added, removed }) => ({
    kind: removed ? 'gone' : added ? 'new' : 'same',
    text: value,
  }));
}
