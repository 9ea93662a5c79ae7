import { isCalendarDate } from './calendar';

type Part = 'day' | 'month' | 'year';

/** How a locale writes days: the order of their parts, and the names of the months. */
interface DayMarks {
  readonly order: readonly Part[];
  readonly months: readonly (readonly string[])[];
}

const known = new Map<string, DayMarks>();

const plain = (text: string): string => text.toLocaleLowerCase().replace(/\.$/, '');

function marksOf(locale: string): DayMarks {
  const before = known.get(locale);
  if (before) return before;
  const parts = new Intl.DateTimeFormat(locale, { calendar: 'gregory', timeZone: 'UTC' }).formatToParts(0);
  const order = parts.flatMap(({ type }) =>
    type === 'day' || type === 'month' || type === 'year' ? [type] : [],
  );
  const nameOf = (month: number, form: 'long' | 'short'): string =>
    plain(
      new Intl.DateTimeFormat(locale, { day: 'numeric', month: form, timeZone: 'UTC' })
        .formatToParts(Date.UTC(2000, month, 1))
        .find(({ type }) => type === 'month')?.value ?? '',
    );
  const months = Array.from({ length: 12 }, (_month, index) => [
    nameOf(index, 'long'),
    nameOf(index, 'short'),
  ]);
  const marks = { order, months };
  known.set(locale, marks);
  return marks;
}

const two = (value: number): string => String(value).padStart(2, '0');

/** A year of two digits belongs to the hundred years around now, as most forms take it. */
function fullYear(digits: string): number {
  const year = Number(digits);
  if (digits.length > 2) return year;
  return year + (year < 50 ? 2000 : 1900);
}

function dayFrom(year: string, month: number, day: string): string | undefined {
  if (!/^\d{2,4}$/.test(year) || !/^\d{1,2}$/.test(day)) return undefined;
  const date = `${String(fullYear(year)).padStart(4, '0')}-${two(month)}-${two(Number(day))}`;
  return isCalendarDate(date) ? date : undefined;
}

/** Which month a word is the beginning of; undefined for none, or for several. */
function monthFrom(word: string, { months }: DayMarks): number | undefined {
  const wanted = plain(word);
  if (wanted.length < 3) return undefined;
  const found = months.flatMap((names, index) =>
    names.some((name) => name.startsWith(wanted) || wanted.startsWith(name)) ? [index + 1] : [],
  );
  return found.length === 1 ? found[0] : undefined;
}

/**
 * Reads a day as a reader of a locale writes it: in numbers in the order of the locale, with the name of the month, or as
 * ISO 8601 in every locale.
 * @returns the day as ISO 8601; undefined for what is none, also when it is not finished yet
 * @example dayIn('de', '3.7.27') // => '2027-07-03'
 * @example dayIn('en-US', '7/3/1927') // => '1927-07-03'
 * @example dayIn('en', '3 July 1927') // => '1927-07-03'
 * @example dayIn('en', '12') // => undefined
 */
export function dayIn(locale: string, text: string): string | undefined {
  const trimmed = text.trim();
  if (/^\d{4}-\d{2}-\d{2}$/.test(trimmed)) return isCalendarDate(trimmed) ? trimmed : undefined;
  const marks = marksOf(locale);
  const pieces = trimmed.split(/[\s./,\u200f-]+/u).filter((piece) => piece !== '');
  if (pieces.length !== 3) return undefined;
  const word = pieces.findIndex((piece) => /\p{L}/u.test(piece));
  if (word >= 0) {
    const month = monthFrom(pieces[word] ?? '', marks);
    const [first = '', second = ''] = pieces.filter((_piece, index) => index !== word);
    if (month === undefined) return undefined;
    return first.length > 2 ? dayFrom(first, month, second) : dayFrom(second, month, first);
  }
  const [first = ''] = pieces;
  const order: readonly Part[] = first.length === 4 ? ['year', 'month', 'day'] : marks.order;
  const of = (part: Part): string => pieces[order.indexOf(part)] ?? '';
  const month = Number(of('month'));
  return month >= 1 && month <= 12 ? dayFrom(of('year'), month, of('day')) : undefined;
}

/**
 * Writes a day for a reader of a locale, in numbers, to be typed over.
 * @param day as ISO 8601; anything else stays as it is
 * @example dayFor('de', '1927-07-03') // => '03.07.1927'
 */
export function dayFor(locale: string, day: string): string {
  if (!isCalendarDate(day)) return day;
  return new Intl.DateTimeFormat(locale, {
    calendar: 'gregory',
    numberingSystem: 'latn',
    day: '2-digit',
    month: '2-digit',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${day}T00:00:00Z`));
}
