import { say } from '../../locale/say';
import type { JsonValue } from '../../json';
import { defineFieldType } from '../define';
import { isText } from '../text-limits';
import { timeLimitIssues, timeLimitSummary } from '../time-limits';
import { contradiction, settings, TIME_PATTERN } from './settings';

/**
 * Reads `7:05`, `07.05`, `7 pm` and `19:05:00`.
 * @returns the time on 24 hours; null for blank text, undefined for what is none
 * @example timeFrom('6:30 pm') // => '18:30'
 */
export function timeFrom(input: JsonValue): string | null | undefined {
  if (typeof input !== 'string') return undefined;
  if (input.trim() === '') return null;
  const found = /^(\d{1,2})(?:[:.](\d{2}))?(?:[:.]\d{2})?\s*([ap]\.?m\.?)?$/i.exec(input.trim());
  // An hour alone is no time yet, unless it says which half of the day it means.
  if (!found || (found[2] === undefined && found[3] === undefined)) return undefined;
  const [, hours = '', minutes = '00', half] = found;
  const twelve = Number(hours) % 12;
  const hour = half ? (half.toLowerCase().startsWith('p') ? twelve + 12 : twelve) : Number(hours);
  const time = `${String(hour).padStart(2, '0')}:${minutes}`;
  return TIME_PATTERN.test(time) ? time : undefined;
}

/**
 * A time of day without a date, on 24 hours.
 * @see https://www.rfc-editor.org/rfc/rfc3339#section-5.6
 */
export const time = defineFieldType({
  kind: 'time',
  family: 'Numbers and time',
  name: say`Time`,
  about: say`A time of day, such as when breakfast begins.`,
  icon: 'schedule',
  words: ['time', 'opening time', 'closing time', 'departure', 'arrival', 'at what time', 'check-in'],
  settings,
  contradiction,
  controls: [
    { key: 'min', label: say`Earliest`, control: 'time', fold: 'limits' },
    { key: 'max', label: say`Latest`, control: 'time', fold: 'limits' },
  ],
  expected: say`a time such as 18:30`,
  operators: ['is', 'is_not', 'before', 'after', 'is_empty', 'is_filled'],
  index: 'text',
  example: '18:30',
  comparedAs: (input) => (TIME_PATTERN.test(input) ? input : undefined),
  accepts: isText,
  isEmpty: (value) => value === '',
  coerce: timeFrom,
  validate(value, limits) {
    if (TIME_PATTERN.test(value)) return timeLimitIssues(value, limits);
    const meant = timeFrom(value);
    const fix = meant ? { fix: { label: say`Use ${meant}`, value: meant } } : {};
    return [{ code: 'not_a_time', params: { got: value }, ...fix }];
  },
  limits: ({ min, max }) => ({ min, max }),
  formats: [
    { kind: 'hours', label: '18:30', display: (value: string) => ({ text: value }) },
    {
      kind: 'twelve',
      label: say`6:30 pm`,
      display(value: string) {
        const [hours = 0, minutes = 0] = value.split(':').map(Number);
        const clock = `${hours % 12 === 0 ? 12 : hours % 12}:${String(minutes).padStart(2, '0')}`;
        return { text: `${clock}\u00a0${hours < 12 ? 'am' : 'pm'}` };
      },
    },
  ],
  acceptsPresented: isText,
  jsonSchema: () => ({ type: 'string', pattern: TIME_PATTERN.source }),
  shape: 'String',
  summary: timeLimitSummary,
});
