import { say } from '../../locale/say';
import type { JsonValue } from '../../json';
import { displayLocale } from '../../locale/display-locale';
import { defineFieldType } from '../define';
import { isText } from '../text-limits';
import { timeLimitIssues, timeLimitSummary } from '../time-limits';
import { contradiction, isMoment, MOMENT_PATTERN, settings } from './settings';

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
  contradiction,
  controls: [
    { key: 'min', label: say`Earliest`, control: 'moment', fold: 'limits' },
    { key: 'max', label: say`Latest`, control: 'moment', fold: 'limits' },
  ],
  expected: say`a moment such as 2026-05-31T18:30:00Z`,
  operators: ['is', 'is_not', 'before', 'after', 'is_empty', 'is_filled'],
  index: 'text',
  example: '2026-05-31T18:30:00Z',
  comparedAs: (input) => momentFrom(input) ?? undefined,
  accepts: isText,
  isEmpty: (value) => value === '',
  coerce: momentFrom,
  validate(value, limits) {
    if (isMoment(value)) return timeLimitIssues(value, limits);
    const meant = momentFrom(value);
    const fix = meant && isMoment(meant) ? { fix: { label: say`Use ${meant}`, value: meant } } : {};
    return [{ code: 'not_a_moment', params: { got: value }, ...fix }];
  },
  limits: ({ min, max }) => ({ min, max }),
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
  summary: timeLimitSummary,
});
