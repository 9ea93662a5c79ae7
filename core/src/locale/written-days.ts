import { isCalendarDate } from './calendar';
import { displayLocale } from './display-locale';

const formats = new Map<string, Intl.DateTimeFormat>();

/**
 * Writes a day of the calendar as the site writes it.
 * @param day as `2026-05-31`; what is none is written as it is
 * @param name what tells the options from others
 * @example writtenDay('1927-07-03', 'month', { month: 'long', year: 'numeric' }) // => 'July 1927'
 */
export function writtenDay(day: string, name: string, options: Intl.DateTimeFormatOptions): string {
  if (!isCalendarDate(day)) return day;
  const locale = displayLocale();
  const key = `${locale} ${name}`;
  const format = formats.get(key) ?? new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' });
  formats.set(key, format);
  return format.format(new Date(`${day}T00:00:00Z`));
}
