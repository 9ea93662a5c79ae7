import { timeFrom } from '@tovlet/core/fields/time/time';
import { dayFor, dayIn } from '@tovlet/core/locale/days';
import { instantOf, wallTimeOf } from '@tovlet/core/locale/wall-time';

/** The zone of this browser's clock. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

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
 * Parts a stored moment into day and time on the clocks of a zone.
 * @param moment in UTC; what is none stands as it is in the place of the day
 * @example partsOf('de', 'soon', 'UTC') // => { day: 'soon', time: '' }
 */
export function partsOf(locale: string, moment: string, zone = zoneHere()): DayAndTime {
  const at = Date.parse(moment);
  if (!/^\d{4}-\d{2}-\d{2}T/.test(moment) || Number.isNaN(at)) return { day: moment, time: '' };
  const [day = '', time = ''] = wallTimeOf(at, zone).split('T');
  return { day: dayFor(locale, day), time: timeFor(locale, time) };
}

/** What was typed as a moment, and what it came to. */
export interface TypedMoment {
  /** Null for nothing; the typed text where it is no moment, so that nothing of it is lost. */
  readonly value: string | null;
  /** The two moments that it may be, on a day on which clocks are put back. */
  readonly twice: readonly [first: string, second: string] | null;
  /** Whether clocks are put forward over it. */
  readonly missing: boolean;
}

const stored = (instant: string): string => `${instant.slice(0, 19)}Z`;

/**
 * Puts day and time as they were typed into a moment in UTC. Of two that are meant, it is the first.
 * @example momentOf('de', { day: '12', time: '' }, 'UTC').value // => '12'
 */
export function momentOf(locale: string, { day, time }: DayAndTime, zone = zoneHere()): TypedMoment {
  const typed = `${day} ${time}`.trim();
  const none = { value: typed === '' ? null : typed, twice: null, missing: false };
  const [date, clock] = [dayIn(locale, day), timeFrom(time)];
  const found = date !== undefined && clock ? instantOf(`${date}T${clock}`, zone) : null;
  if (!found) return none;
  if ('missing' in found) return { ...none, missing: true };
  if ('at' in found) return { ...none, value: stored(found.at) };
  const [first, second] = found.twice;
  return { ...none, value: stored(first), twice: [stored(first), stored(second)] };
}
