import { say } from '../locale/say';
import { counted } from '../locale/counts';
import { isJsonObject, type JsonObject, type JsonValue } from '../json';

/** The units in which a day is told from today. */
export const dayUnits = ['days', 'weeks', 'months', 'years'] as const;
export type DayUnit = (typeof dayUnits)[number];

/** A day that moves on with the calendar: today, or so many units from it. */
export interface RelativeDay extends JsonObject {
  /** How far from today: negative before it, 0 for today itself. */
  readonly today: number;
  readonly unit: DayUnit;
}

/**
 * Tells a relative day from other operands.
 * @example isRelativeDay({ today: -3, unit: 'days' }) // => true
 */
export function isRelativeDay(value: JsonValue): value is RelativeDay {
  return (
    isJsonObject(value) &&
    typeof value['today'] === 'number' &&
    dayUnits.some((unit) => unit === value['unit'])
  );
}

let clock = (): Date => new Date();

/** Sets the clock that “today” is read from, for tests. @returns what sets it back */
export function useClock(now: () => Date): () => void {
  const before = clock;
  clock = now;
  return () => (clock = before);
}

/**
 * Finds the day that a relative day means at present, in UTC. A month later than the 31st is that month's last day.
 * @returns the day as YYYY-MM-DD
 * @example dayFrom({ today: 0, unit: 'days' }) // => the present day
 */
export function dayFrom({ today, unit }: RelativeDay): string {
  const day = clock();
  if (unit === 'days' || unit === 'weeks')
    day.setUTCDate(day.getUTCDate() + today * (unit === 'weeks' ? 7 : 1));
  else {
    const date = day.getUTCDate();
    day.setUTCDate(1);
    day.setUTCMonth(day.getUTCMonth() + today * (unit === 'years' ? 12 : 1));
    const last = new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + 1, 0)).getUTCDate();
    day.setUTCDate(Math.min(date, last));
  }
  return day.toISOString().slice(0, 10);
}

/**
 * Says a relative day in words.
 * @example relativeDayWords({ today: -2, unit: 'weeks' }) // => '2 weeks before today'
 */
export function relativeDayWords({ today, unit }: RelativeDay): string {
  if (today === 0) return say`today`;
  const amount = Math.abs(today);
  const distance = counted(amount, unit.slice(0, -1), unit);
  return today < 0 ? say`${distance} before today` : say`${distance} after today`;
}
