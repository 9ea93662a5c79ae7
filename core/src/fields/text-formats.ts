import type { DisplayFormat } from './field-type';
import { say } from '../locale/say';
import { displayLocale } from '../locale/display-locale';
import { wordsIn } from '../locale/words';
import { writtenNumber } from '../locale/written-numbers';
import { cutText } from '../locale/cut-text';

/** So many words are read in a minute, without haste. */
const WORDS_A_MINUTE = 200;

/** So much of a long text stands where it is only begun. */
const BEGINNING = 200;

/** How many minutes so many words take to be read: at least one. */
export const minutesFor = (words: number): number => Math.max(1, Math.round(words / WORDS_A_MINUTE));

/**
 * The ways in which long texts of a type stand for themselves: begun, or by the time that they take.
 * @param plain what of a value is text
 */
export const longTextFormats = (
  plain: (value: string) => string,
): readonly DisplayFormat<unknown, string>[] => [
  {
    kind: 'beginning',
    label: say`Its beginning`,
    display: (value) => ({ text: cutText(plain(value).replace(/\s+/g, ' ').trim(), BEGINNING) }),
  },
  {
    kind: 'reading_time',
    label: say`Time it takes to read`,
    display: (value) => ({
      text: writtenNumber(minutesFor(wordsIn(plain(value), displayLocale())), 'minutes', {
        style: 'unit',
        unit: 'minute',
        unitDisplay: 'long',
      }),
    }),
  },
];
