import { timeFrom } from '@tovlet/core/fields/time/time';
import { dayFor, dayIn } from '@tovlet/core/locale/days';

const two = (value: number): string => String(value).padStart(2, '0');

/**
 * Writes a time of day as a locale does.
 * @param time on 24 hours; anything else stays as it is
 * @example timeFor('de', '18:30') // => '18:30'
 */
export function timeFor(locale: string, time: string): string {
  const [, hours, minutes] = /^(\d{2}):(\d{2})$/.exec(time) ?? [];
  if (hours === undefined || minutes === undefined) return time;
  return new Intl.DateTimeFormat(locale, {
    numberingSystem: 'latn',
    hour: '2-digit',
    minute: '2-digit',
    timeZone: 'UTC',
  })
    .format(Date.UTC(2000, 0, 1, Number(hours), Number(minutes)))
    .replace(/\s/g, ' ');
}

/** A moment in two boxes, as a locale writes days and times. */
export interface DayAndTime {
  readonly day: string;
  readonly time: string;
}

/**
 * Parts a stored moment into day and time on the clock of this browser.
 * @param moment in UTC; what is none stands as it is in the place of the day
 * @example partsOf('de', 'soon') // => { day: 'soon', time: '' }
 */
export function partsOf(locale: string, moment: string): DayAndTime {
  const at = new Date(moment);
  if (!/^\d{4}-\d{2}-\d{2}T/.test(moment) || Number.isNaN(at.getTime())) return { day: moment, time: '' };
  const day = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
  const time = `${two(at.getHours())}:${two(at.getMinutes())}`;
  return { day: dayFor(locale, day), time: timeFor(locale, time) };
}

/**
 * Puts day and time as they were typed into a moment in UTC, by the clock of this browser.
 * @returns null for nothing; the typed text where it is no moment yet, so that nothing of it is lost
 * @example momentOf('de', { day: '', time: '' }) // => null
 * @example momentOf('de', { day: '12', time: '' }) // => '12'
 */
export function momentOf(locale: string, { day, time }: DayAndTime): string | null {
  const typed = `${day} ${time}`.trim();
  if (typed === '') return null;
  const [date, clock] = [dayIn(locale, day), timeFrom(time)];
  if (date === undefined || !clock) return typed;
  return `${new Date(`${date}T${clock}`).toISOString().slice(0, 19)}Z`;
}
