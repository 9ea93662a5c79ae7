import { say } from '../../locale/say';
import * as z from 'zod';
import type { JsonValue } from '../../json';
import { displayLocale } from '../../locale/display-locale';
import { defineFieldType } from '../define';
import { isText } from '../text-limits';

const settings = z.object({});

/** A moment as it is stored: in UTC, to the second. */
const MOMENT_PATTERN = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}Z$/;

function isMoment(value: string): boolean {
  if (!MOMENT_PATTERN.test(value)) return false;
  const time = Date.parse(value);
  return !Number.isNaN(time) && new Date(time).toISOString().slice(0, 19) === value.slice(0, 19);
}

/**
 * Reads any time with an offset that RFC 3339 knows.
 * @returns the moment in UTC; null for blank text, undefined for what is none
 * @example momentFrom('2026-05-31T20:30:00+02:00') // => '2026-05-31T18:30:00Z'
 */
export function momentFrom(input: JsonValue): string | null | undefined {
  if (typeof input !== 'string') return undefined;
  const text = input.trim();
  if (text === '') return null;
  if (!/^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(?::\d{2}(?:\.\d+)?)?\s*(?:Z|[+-]\d{2}:?\d{2})$/i.test(text))
    return undefined;
  const time = Date.parse(text.replace(' ', 'T'));
  return Number.isNaN(time) ? undefined : `${new Date(time).toISOString().slice(0, 19)}Z`;
}

const FORMATS = {
  long: { dateStyle: 'long', timeStyle: 'short', timeZone: 'UTC' },
  day: { dateStyle: 'long', timeZone: 'UTC' },
} as const;
const formats = new Map<string, Intl.DateTimeFormat>();

function inWords(value: string, kind: keyof typeof FORMATS): string {
  if (!isMoment(value)) return value;
  const locale = displayLocale();
  const format = formats.get(`${locale} ${kind}`) ?? new Intl.DateTimeFormat(locale, FORMATS[kind]);
  formats.set(`${locale} ${kind}`, format);
  return format.format(new Date(value));
}

/**
 * A moment: date and time in UTC.
 * @see https://www.rfc-editor.org/rfc/rfc3339#section-5.6
 */
export const dateTime = defineFieldType({
  kind: 'date_time',
  family: 'Numbers and time',
  name: say`Date and time`,
  about: say`A moment: a day with a time, the same everywhere in the world.`,
  icon: 'event',
  words: ['date and time', 'starts at', 'ends at', 'begins at', 'moment', 'published at'],
  settings,
  controls: [],
  expected: say`a moment such as 2026-05-31T18:30:00Z`,
  operators: ['is', 'is_not', 'before', 'after', 'is_empty', 'is_filled'],
  index: 'text',
  example: '2026-05-31T18:30:00Z',
  comparedAs: (input) => momentFrom(input) ?? undefined,
  accepts: isText,
  isEmpty: (value) => value === '',
  coerce: momentFrom,
  validate(value) {
    if (isMoment(value)) return [];
    const meant = momentFrom(value);
    const fix = meant && isMoment(meant) ? { fix: { label: say`Use ${meant}`, value: meant } } : {};
    return [{ code: 'not_a_moment', params: { got: value }, ...fix }];
  },
  formats: [
    {
      kind: 'long',
      label: say`3 July 1927 at 18:30 (UTC)`,
      display: (value: string) => ({ text: `${inWords(value, 'long')} (UTC)` }),
    },
    { kind: 'day', label: say`3 July 1927`, display: (value: string) => ({ text: inWords(value, 'day') }) },
    { kind: 'iso', label: '1927-07-03T18:30:00Z', display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', format: 'date-time', pattern: MOMENT_PATTERN.source }),
  shape: 'DateTime',
});
