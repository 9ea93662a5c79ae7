const DATE_PATTERN = /^\d{4}-\d{2}-\d{2}$/;
const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;
const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
const daysOf = (year: number, month: number): number =>
  month === 2 && isLeap(year) ? 29 : (DAYS[month - 1] ?? 0);

/**
 * Tells whether a text is a full-date of RFC 3339 that exists in the calendar.
 * @see https://www.rfc-editor.org/rfc/rfc3339#section-5.6
 * @example isCalendarDate('2026-02-29') // => false
 */
export function isCalendarDate(value: string): boolean {
  if (!DATE_PATTERN.test(value)) return false;
  // Arithmetic instead of a Date: forms with thousands of rows ask this at every keystroke.
  const [year, month, day] = [Number(value.slice(0, 4)), Number(value.slice(5, 7)), Number(value.slice(8))];
  return month >= 1 && month <= 12 && day >= 1 && day <= daysOf(year, month);
}
