import { displayLocale } from './display-locale';
import { said } from './say';

/**
 * Writes a number for reading, in groups of three digits.
 * @example numbered(20024) // => '20,024'
 */
export const numbered = (amount: number): string => amount.toLocaleString(displayLocale());

/** The language of the words themselves, as they stand in the code; German has the same two forms. */
const plurals = new Intl.PluralRules('en');

/**
 * Chooses the words that go with an amount.
 * @param one the words for one
 * @param many the words for none or several
 * @see https://www.unicode.org/reports/tr35/tr35-numbers.html#Language_Plural_Rules
 * @example plural(2, 'holds', 'hold') // => 'hold'
 */
export const plural = (amount: number, one: string, many: string): string =>
  said(plurals.select(amount) === 'one' ? one : many);

/**
 * Writes how many there are of something.
 * @param one its name for one
 * @param many its name for none or several
 * @example counted(1, 'entry', 'entries') // => '1 entry'
 */
export const counted = (amount: number, one: string, many: string): string =>
  `${numbered(amount)} ${plural(amount, one, many)}`;
