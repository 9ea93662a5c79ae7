import { say } from '../../locale/say';
import type { ValueIssue } from '../../issues/issue';
import { isCalendarDate } from '../../locale/calendar';
import { writtenDay } from '../../locale/written-days';
import { defineFieldType } from '../define';
import { isText } from '../text-limits';
import { timeLimitIssues, timeLimitSummary } from '../time-limits';
import { moreFormats } from './formats';
import { contradiction, settings, type Settings } from './settings';

const dateIssues = (value: string, limits: Settings): readonly ValueIssue[] =>
  isCalendarDate(value) ? timeLimitIssues(value, limits) : [{ code: 'not_a_date', params: { got: value } }];

/** Reads ISO dates, with or without a time behind them, and day.month.year. */
function dateFrom(input: string): string | undefined {
  const trimmed = input.trim();
  const day = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(trimmed);
  const iso = day
    ? `${day[3]}-${(day[2] ?? '').padStart(2, '0')}-${(day[1] ?? '').padStart(2, '0')}`
    : trimmed.replace(/[T ]\d{2}:\d{2}.*$/, '');
  return isCalendarDate(iso) ? iso : undefined;
}

/** A day of the calendar, without time and zone. */
export const date = defineFieldType({
  kind: 'date',
  family: 'Numbers and time',
  name: say`Date`,
  about: say`A day, such as that of an opening.`,
  icon: 'calendar_today',
  words: [
    'date',
    'day',
    'opened',
    'born',
    'birthday',
    'since',
    'until',
    'begins',
    'ends',
    'deadline',
    'from',
    'starts',
  ],
  settings,
  contradiction,
  controls: [
    { key: 'min', label: say`Earliest`, control: 'date', fold: 'limits' },
    { key: 'max', label: say`Latest`, control: 'date', fold: 'limits' },
  ],
  expected: say`a day such as 2026-05-31`,
  operators: ['is', 'is_not', 'is_empty', 'is_filled', 'before', 'after', 'between'],
  index: 'text',
  example: '1927-07-03',
  comparedAs: (input) => (isCalendarDate(input) ? input : undefined),
  accepts: isText,
  isEmpty: (value) => value === '',
  coerce(input) {
    if (typeof input !== 'string') return undefined;
    return input.trim() === '' ? null : dateFrom(input);
  },
  validate: dateIssues,
  limits: ({ min, max }) => ({ min, max }),
  formats: [
    {
      kind: 'long',
      label: say`3 July 1927`,
      display: (value: string) => ({
        text: writtenDay(value, 'long', { day: 'numeric', month: 'long', year: 'numeric' }),
      }),
    },
    { kind: 'year', label: say`Year alone`, display: (value: string) => ({ text: value.slice(0, 4) }) },
    ...moreFormats,
    { kind: 'iso', label: '1927-07-03', display: (value: string) => ({ text: value }) },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', format: 'date' }),
  shape: 'Date',
  summary: timeLimitSummary,
});
