const LONG = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });

/**
 * Writes a time as a day.
 * @param value an ISO 8601 time
 * @returns the day in words; nothing for what is no time
 * @example dayInWords('2026-05-31T08:00:00Z') // => '31 May 2026'
 */
export function dayInWords(value: unknown): string {
  return typeof value === 'string' && !Number.isNaN(Date.parse(value)) ? LONG.format(new Date(value)) : '';
}
