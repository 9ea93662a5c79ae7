/** The marks between the digits of a number, as a locale writes them. */
interface NumberMarks {
  readonly group: string;
  readonly decimal: string;
}

const marks = new Map<string, NumberMarks>();
const formats = new Map<string, Intl.NumberFormat>();

function marksOf(locale: string): NumberMarks {
  const known = marks.get(locale);
  if (known) return known;
  const parts = new Intl.NumberFormat(locale, { numberingSystem: 'latn' }).formatToParts(1_234_567.8);
  const of = (kind: string): string => parts.find(({ type }) => type === kind)?.value ?? '';
  const found = { group: of('group'), decimal: of('decimal') || '.' };
  marks.set(locale, found);
  return found;
}

const escaped = (mark: string): string => mark.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Digits in groups of three between marks, and perhaps decimals behind another. */
const grouped = (group: string, decimal: string): RegExp =>
  new RegExp(`^[+-]?\\d{1,3}(?:${escaped(group)}\\d{3})+(?:${escaped(decimal)}\\d*)?$`);

/**
 * Reads a number as a reader of a locale writes it.
 *
 * What stands for thousands in one language stands for decimals in another: the reader's own way counts first. A comma or a
 * point that can only stand before decimals does so in every language.
 *
 * @param locale a BCP 47 tag
 * @returns the number, or undefined for what is none, also when it is not finished yet
 * @example numberIn('de', '1.234,5') // => 1234.5
 * @example numberIn('en', '1,234.5') // => 1234.5
 * @example numberIn('de', '1,') // => 1
 * @example numberIn('en', 'twelve') // => undefined
 * @see https://www.unicode.org/reports/tr35/tr35-numbers.html#Number_Symbols
 */
export function numberIn(locale: string, text: string): number | undefined {
  const compact = text
    .trim()
    .replace(/[\s\u00a0\u2009\u202f’']/g, '')
    .replace(/^[−–]/, '-');
  const { group, decimal } = marksOf(locale);
  const isGrouped = /^[.,]$/.test(group) && grouped(group, decimal).test(compact);
  const plain = (isGrouped ? compact.replaceAll(group, '') : compact).replace(
    isGrouped ? decimal : /,(?=\d*$)/,
    '.',
  );
  if (!/^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/i.test(plain)) return undefined;
  const value = Number(plain);
  return Number.isFinite(value) ? value : undefined;
}

function formatFor(locale: string, useGrouping: boolean): Intl.NumberFormat {
  const key = `${locale} ${useGrouping}`;
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(locale, {
    numberingSystem: 'latn',
    useGrouping,
    maximumFractionDigits: 20,
  });
  formats.set(key, format);
  return format;
}

/**
 * Writes a number for a reader of a locale, to be typed over. Whole numbers of four digits, which may be years, stand
 * without a mark.
 * @param decimals so many stand at least, as those of an amount of money
 * @example numberFor('de', 1234.5) // => '1.234,5'
 * @example numberFor('en', 30.5, 2) // => '30.50'
 * @example numberFor('de', 1927) // => '1927'
 */
export function numberFor(locale: string, value: number, decimals = 0): string {
  // Digits beyond those of a double, and exponents, are not for readers.
  if (Math.abs(value) >= 1e15 || (value !== 0 && Math.abs(value) < 1e-6)) return String(value);
  const groups = Math.abs(value) >= 10_000 || (!Number.isInteger(value) && Math.abs(value) >= 1_000);
  const { decimal } = marksOf(locale);
  // Without a sign of its own where nothing is before the decimals: what is cut off of -0.5 is -0.
  const whole = formatFor(locale, groups).format(Math.trunc(value) + 0);
  const fraction = (/\.(\d+)$/.exec(String(value))?.[1] ?? '').padEnd(decimals, '0');
  const sign = value < 0 && Math.trunc(value) === 0 ? '-' : '';
  return fraction === '' ? whole : `${sign}${whole}${decimal}${fraction}`;
}
