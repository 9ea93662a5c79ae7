import { say } from '@tovlet/core/locale/say';
import type { JsonValue } from '@tovlet/core/json';
import { dayFor, dayIn } from '@tovlet/core/locale/days';
import { isMoment } from '@tovlet/core/fields/date_time/settings';
import { timeFrom } from '@tovlet/core/fields/time/time';
import { momentOf, partsOf, timeFor } from '../day/moments';
import { numberFor, numberIn } from '@tovlet/core/locale/numbers';

/** One kind of value that is typed as its reader writes it. */
export interface TypedKind {
  /** What stands in the box for a value. */
  show(locale: string, value: JsonValue): string;
  /** @returns the value, or undefined for a text that is none */
  read(locale: string, text: string): JsonValue | undefined;
  /** What stands in an empty box. */
  example(locale: string): string;
  /** What is wrong with a text that cannot be read. */
  wrong(text: string, locale: string): string;
}

const written = (value: JsonValue): string => (value === null ? '' : String(value));
const showNumber = (locale: string, value: JsonValue): string =>
  typeof value === 'number' ? numberFor(locale, value) : written(value);
const EXAMPLE_DAY = '1927-07-03';
const EXAMPLE_TIME = '18:30';
const EXAMPLE_MOMENT = '1927-07-03T18:30:00Z';

/** On the clocks of this browser. */
function momentWords(locale: string, moment: string): string {
  const { day, time } = partsOf(locale, moment);
  return `${day} ${time}`.trim();
}

/** Between two numbers stands a comma and a space, or a semicolon: a comma alone may stand before decimals. */
const BETWEEN_NUMBERS = /\s*;\s*|,\s+|\n/;

/** What can be typed into a box, by kind. */
export const typedKinds = {
  text: {
    show: (_, value) => written(value),
    read: (_, text) => text,
    example: () => '',
    wrong: (text) => say`“${text}” cannot be taken.`,
  },
  number: {
    show: showNumber,
    read: numberIn,
    example: () => '',
    wrong: (text) => say`“${text}” is not a number yet.`,
  },
  numbers: {
    show: (locale, value) =>
      Array.isArray(value)
        ? value.map((each) => showNumber(locale, each)).join('; ')
        : showNumber(locale, value),
    read: (locale, text) => {
      const parts = text.split(BETWEEN_NUMBERS).map((part) => part.replace(/,$/, '').trim());
      const numbers = parts.filter((part) => part !== '').map((part) => numberIn(locale, part));
      return numbers.every((each) => each !== undefined) ? numbers : undefined;
    },
    example: (locale) => `${numberFor(locale, 1.5)}; 2`,
    wrong: (text) => say`Not all of “${text}” are numbers: put semicolons between them.`,
  },
  date: {
    show: (locale, value) => (typeof value === 'string' ? dayFor(locale, value) : written(value)),
    read: dayIn,
    example: (locale) => dayFor(locale, EXAMPLE_DAY),
    wrong: (text, locale) =>
      say`“${text}” is not a date yet: write one such as ${dayFor(locale, EXAMPLE_DAY)}.`,
  },
  time: {
    show: (locale, value) => (typeof value === 'string' ? timeFor(locale, value) : written(value)),
    read: (_, text) => timeFrom(text) ?? undefined,
    example: (locale) => timeFor(locale, EXAMPLE_TIME),
    wrong: (text, locale) =>
      say`“${text}” is not a time yet: write one such as ${timeFor(locale, EXAMPLE_TIME)}.`,
  },
  moment: {
    show: (locale, value) => (typeof value === 'string' ? momentWords(locale, value) : written(value)),
    read: (locale, text) => {
      const [day = '', ...time] = text.trim().split(/\s+/);
      const { value } = momentOf(locale, { day, time: time.join(' ') });
      return value !== null && isMoment(value) ? value : undefined;
    },
    example: (locale) => momentWords(locale, EXAMPLE_MOMENT),
    wrong: (text, locale) =>
      say`“${text}” is not a day with a time yet: write one such as ${momentWords(locale, EXAMPLE_MOMENT)}.`,
  },
} as const satisfies Readonly<Record<string, TypedKind>>;

export type TypedKindName = keyof typeof typedKinds;
