import { say } from '../../locale/say';
import type { JsonValue } from '../../json';
import { displayLocale } from '../../locale/display-locale';
import type { ValueIssue } from '../../issues/issue';
import { defineFieldType } from '../define';
import { setTo } from '../limit-fixes';
import { numberFrom } from '../number/number';
import { contradiction, currencies, settings, type Settings } from './settings';

const isNumber = (value: JsonValue): value is number => typeof value === 'number' && Number.isFinite(value);

const formats = new Map<string, Intl.NumberFormat>();
function formatFor(currency: string, whole: boolean): Intl.NumberFormat {
  const locale = displayLocale();
  const key = `${locale} ${currency} ${whole}`;
  const known = formats.get(key);
  if (known) return known;
  const digits = whole ? { minimumFractionDigits: 0, maximumFractionDigits: 0 } : {};
  const format = new Intl.NumberFormat(locale, { style: 'currency', currency, ...digits });
  formats.set(key, format);
  return format;
}

/** The decimals of a currency, as ISO 4217 has them. */
export const decimalsOf = (currency: string): number =>
  formatFor(currency, false).resolvedOptions().maximumFractionDigits ?? 2;

function amountIssues(value: number, { currency, min, max }: Settings): readonly ValueIssue[] {
  if (min !== null && value < min)
    return [{ code: 'too_small', params: { limit: min, unit: currency }, fix: setTo(min) }];
  if (max !== null && value > max)
    return [{ code: 'too_large', params: { limit: max, unit: currency }, fix: setTo(max) }];
  const decimals = decimalsOf(currency);
  const rounded = Number(value.toFixed(decimals));
  if (rounded === value) return [];
  const fix = { label: say`Round to ${rounded}`, value: rounded };
  return [{ code: 'too_many_decimals', params: { decimals }, fix }];
}

/** Reads an amount, with or without a currency’s sign or code around it. */
function amountFrom(input: JsonValue): number | null | undefined {
  if (typeof input === 'number') return Number.isFinite(input) ? input : undefined;
  if (typeof input !== 'string') return undefined;
  const text = input.replace(/[\p{Sc}]|\b[A-Za-z]{3}\b/gu, '').trim();
  return input.trim() === '' ? null : text === '' ? undefined : numberFrom(text);
}

/**
 * An amount of money in one currency, delivered as a number.
 * @see https://www.iso.org/iso-4217-currency-codes.html
 */
export const money = defineFieldType({
  kind: 'money',
  family: 'Numbers and time',
  name: say`Money`,
  about: say`An amount of money in one currency.`,
  icon: 'payments',
  words: ['price', 'fee', 'cost', 'fare', 'amount due', 'budget', 'donation', 'salary'],
  settings,
  contradiction,
  controls: [
    {
      key: 'currency',
      label: say`Currency`,
      control: 'select',
      fold: 'basics',
      options: currencies.map((code) => ({ value: code, label: code })),
    },
    { key: 'min', label: say`Least`, control: 'number', fold: 'limits' },
    { key: 'max', label: say`Most`, control: 'number', fold: 'limits' },
  ],
  expected: say`an amount`,
  operators: [
    'is',
    'is_not',
    'greater',
    'greater_or_equal',
    'less',
    'less_or_equal',
    'between',
    'is_empty',
    'is_filled',
  ],
  index: 'float8',
  example: 30.5,
  accepts: isNumber,
  coerce: amountFrom,
  validate: amountIssues,
  limits: ({ min, max }) => ({ min, max }),
  scales: ({ currency }) => [{ base: 0, step: 10 ** -decimalsOf(currency) }],
  formats: [
    {
      kind: 'amount',
      label: '€30.50',
      display: (value: number, { currency }) => ({ text: formatFor(currency, false).format(value) }),
    },
    {
      kind: 'short',
      label: say`€30 where it is whole`,
      display: (value: number, { currency }) => ({
        text: formatFor(currency, Number.isInteger(value)).format(value),
      }),
    },
    {
      kind: 'code',
      label: say`30.50 EUR`,
      display: (value: number, { currency }) => ({
        text: `${value.toFixed(decimalsOf(currency))}\u00a0${currency}`,
      }),
    },
  ],
  acceptsPresented: isNumber,
  jsonSchema: ({ currency, min, max }) => ({
    type: 'number',
    description: say`In ${currency}`,
    ...(min === null ? {} : { minimum: min }),
    ...(max === null ? {} : { maximum: max }),
  }),
  shape: 'Float',
  summary: ({ currency, min, max }) => [
    currency,
    ...(min !== null && min !== 0 ? [say`at least ${min}`] : []),
    ...(max === null ? [] : [say`at most ${max}`]),
  ],
});
