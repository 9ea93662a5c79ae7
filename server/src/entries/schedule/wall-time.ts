import { DateTime } from 'luxon';

/** What a time on the clocks of a zone comes to. */
export type FoundTime =
  | { readonly at: string }
  /** Clocks were put forward over it. */
  | { readonly missing: true }
  /** Clocks are put back over it, and show it twice. */
  | { readonly twice: readonly [first: string, second: string] };

const instant = (time: DateTime): string => time.toUTC().toJSDate().toISOString();

/**
 * Finds the instant at which the clocks of a zone show a time.
 * @param wallTime like `2026-12-24T06:00`
 * @param timeZone an IANA name
 * @returns null where there is no such day or time at all
 * @see https://www.rfc-editor.org/rfc/rfc9557
 * @example instantOf('2026-10-25T02:30', 'Europe/Berlin') // => { twice: ['2026-10-25T00:30:00.000Z', '2026-10-25T01:30:00.000Z'] }
 */
export function instantOf(wallTime: string, timeZone: string): FoundTime | null {
  const time = DateTime.fromISO(wallTime, { zone: timeZone });
  if (!time.isValid) return null;
  // A time that is left out is moved to one that there is, without a word.
  if (time.toFormat("yyyy-MM-dd'T'HH:mm") !== wallTime) return { missing: true };
  const [first, second] = time.getPossibleOffsets().map(instant).sort();
  if (first !== undefined && second !== undefined) return { twice: [first, second] };
  return { at: instant(time) };
}
