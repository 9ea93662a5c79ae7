import { isCalendarDate } from './calendar';

/** What a time on the clocks of a zone comes to. */
export type FoundTime =
  | { readonly at: string }
  /** Clocks were put forward over it. */
  | { readonly missing: true }
  /** Clocks are put back over it, and show it twice. */
  | { readonly twice: readonly [first: string, second: string] };

const DAY = 24 * 60 * 60 * 1000;
const WALL_TIME = /^(\d{4}-\d{2}-\d{2})T(?:[01]\d|2[0-3]):[0-5]\d$/;
const formats = new Map<string, Intl.DateTimeFormat>();

function formatOf(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone);
  if (known) return known;
  const digits = {
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  } as const;
  const format = new Intl.DateTimeFormat('en', { ...digits, hourCycle: 'h23', timeZone });
  formats.set(timeZone, format);
  return format;
}

/**
 * Tells what the clocks of a zone show at an instant, to the minute.
 * @param timeZone an IANA name
 * @throws RangeError for a zone that nobody knows
 * @example wallTimeOf('2026-12-24T05:00:00Z', 'Europe/Berlin') // => '2026-12-24T06:00'
 */
export function wallTimeOf(instant: string | number, timeZone: string): string {
  const parts = formatOf(timeZone).formatToParts(new Date(instant));
  const of = (type: Intl.DateTimeFormatPartTypes): string =>
    parts.find((part) => part.type === type)?.value ?? '';
  return `${of('year').padStart(4, '0')}-${of('month')}-${of('day')}T${of('hour')}:${of('minute')}`;
}

/**
 * Finds the instant at which the clocks of a zone show a time.
 * @param wallTime like `2026-12-24T06:00`
 * @param timeZone an IANA name
 * @returns null where there is no such day or time at all
 * @throws RangeError for a zone that nobody knows
 * @see https://www.rfc-editor.org/rfc/rfc9557
 * @example instantOf('2026-10-25T02:30', 'Europe/Berlin') // => { twice: ['2026-10-25T00:30:00.000Z', '2026-10-25T01:30:00.000Z'] }
 */
export function instantOf(wallTime: string, timeZone: string): FoundTime | null {
  if (!isCalendarDate(WALL_TIME.exec(wallTime)?.[1] ?? '')) return null;
  const asIfUtc = Date.parse(`${wallTime}Z`);
  // However far clocks are changed, a day before and a day after they go by the two rules in question.
  const offsets = [-DAY, DAY].map((by) => {
    const near = asIfUtc + by;
    return Date.parse(`${wallTimeOf(near, timeZone)}Z`) - near;
  });
  const found = [...new Set(offsets)]
    .map((offset) => asIfUtc - offset)
    .filter((instant) => wallTimeOf(instant, timeZone) === wallTime)
    .sort((one, other) => one - other)
    .map((instant) => new Date(instant).toISOString());
  const [first, second] = found;
  if (first === undefined) return { missing: true };
  return second === undefined ? { at: first } : { twice: [first, second] };
}
