import type { Choice } from '../fields/choices';
import { keyFromLabel } from './keys';

/**
 * Makes choices of lines of text: `value : label`, or a label alone, from which the value is made.
 * @param taken the values of choices that are there already
 * @returns none for empty lines
 * @example choicesFromLines(['Easy', 'h : Hard'], []) // => [{ value: 'easy', label: 'Easy' }, { value: 'h', label: 'Hard' }]
 */
export function choicesFromLines(lines: readonly string[], taken: readonly string[]): readonly Choice[] {
  const values = [...taken];
  return lines
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => {
      const [first = '', second] = line.split(/\s+:\s+/, 2);
      const value = second === undefined ? keyFromLabel(first, values) : first;
      values.push(value);
      return { value, label: second ?? first };
    });
}
