import { money as moneyType } from '../../fields/money/money';
import { numberFrom } from '../../fields/number/number';
import type { ConversionOptions } from '../../model/changes/conversion-options';
import type { JsonObject } from '../../json';
import type { Loss, Taken } from '../form';
import type { Target } from './target';

/** What is written between thousands, beside spaces: an apostrophe, or what does not stand before decimals. */
function withPoint(text: string, decimals: ConversionOptions['decimals']): string {
  const compact = text.replace(/[\s’'\u00a0\u2009\u202f]/g, '');
  const comma =
    decimals === 'comma' ||
    // Where both stand, decimals are behind the last of them.
    (decimals === 'any' && compact.includes('.') && compact.lastIndexOf(',') > compact.lastIndexOf('.')) ||
    (decimals === 'any' && !compact.includes('.') && /^[^,]*,\d+[^,]*$/.test(compact) && !isGrouped(compact));
  return comma ? compact.replaceAll('.', '').replace(',', '.') : compact.replaceAll(',', '');
}

/** Several commas, each with three digits behind it, stand between thousands. */
const isGrouped = (text: string): boolean => /^\D*\d{1,3}(,\d{3}){2,}\D*$/.test(text);

/** One comma or point with three digits behind it: before decimals or between thousands, who knows. */
const isEither = (text: string): boolean => /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/.test(text.trim());

/**
 * Reads the number in a text, with or without words around it.
 * @param units what may stand beside it without saying more
 * @returns the number, and what it leaves out or guesses; undefined where there is none, or more than one
 * @example numberIn('2.140,5 m', 'any', ['m']) // => { value: 2140.5, losses: [] }
 */
export function numberIn(
  text: string,
  decimals: ConversionOptions['decimals'],
  units: readonly string[],
): Taken | undefined {
  const found = [
    ...text.matchAll(/[+-]?(?:\d[\d.,’'\s\u00a0\u2009\u202f]*\d|\d)(?:e[+-]?\d+)?|[+-]?[.,]\d+/gi),
  ];
  const [match] = found;
  if (!match || found.length > 1) return undefined;
  const value = numberFrom(withPoint(match[0], decimals));
  if (value === undefined) return undefined;
  const rest = text.replace(match[0], '').trim();
  const losses: Loss[] = [];
  if (rest !== '' && !units.includes(rest)) losses.push('words_around');
  if (decimals === 'any' && isEither(match[0])) losses.push('either_number');
  return { value, losses };
}

/** A currency's code, and its sign. @see https://www.iso.org/iso-4217-currency-codes.html */
function signsOf(currency: string): readonly string[] {
  const format = new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
  });
  return [
    currency,
    ...format.formatToParts(0).flatMap(({ type, value }) => (type === 'currency' ? [value] : [])),
  ];
}

/** A number, which may have some units beside it. */
const numberWith = (unitsOf: (settings: JsonObject) => readonly string[]): Target => ({
  number: ({ number: value }) => ({ value }),
  text: ({ text }, { settings, options }) => numberIn(text, options.decimals, unitsOf(settings)),
});

/** A number, with its unit or without. */
export const number = numberWith(({ unit }) => (typeof unit === 'string' ? [unit] : []));

/** An amount, with the sign or the code of its currency or without. */
export const money = numberWith((settings) => signsOf(moneyType.read(settings).currency));
