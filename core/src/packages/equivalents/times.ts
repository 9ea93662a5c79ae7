import type { JsonValue } from '../../json';
import { plainField, type Equivalent } from './equivalent';

/** The parts of a pattern of dates, and what stands in their places. @see https://docs.python.org/3/library/datetime.html#format-codes */
const PARTS: Readonly<Record<string, string>> = {
  Y: String.raw`(?<year>\d{4})`,
  y: String.raw`(?<short>\d{2})`,
  m: String.raw`(?<month>\d{1,2})`,
  d: String.raw`(?<day>\d{1,2})`,
  H: String.raw`(?<hour>\d{1,2})`,
  M: String.raw`(?<minute>\d{2})`,
  S: String.raw`(?<second>\d{2})`,
};

type Parts = Readonly<Record<string, string | undefined>>;

/** What stands where the pattern of a column says it; undefined where the cell is not written so, or the pattern is not understood. */
function partsIn(cell: string, pattern: string): Parts | undefined {
  const known = pattern
    .replace(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`)
    .replace(/%(.)/g, (all, part: string) => PARTS[part] ?? all);
  if (known.includes('%') || new Set(pattern.match(/%./g)).size !== (pattern.match(/%./g) ?? []).length)
    return undefined;
  return new RegExp(`^${known}$`).exec(cell.trim())?.groups;
}

const two = (text = ''): string => text.padStart(2, '0');

/** Two digits of a year are taken as POSIX takes them: from 69 on of the century before. */
function yearOf({ year, short }: Parts): string | undefined {
  if (year !== undefined || short === undefined) return year;
  return `${Number(short) < 69 ? '20' : '19'}${short}`;
}

const isDay = (text: string): boolean => {
  const day = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
};

function dayIn(parts: Parts): string | undefined {
  const { month, day } = parts;
  const year = yearOf(parts);
  if (year === undefined || month === undefined || day === undefined) return undefined;
  const text = `${year}-${two(month)}-${two(day)}`;
  return isDay(text) ? text : undefined;
}

const clock = ({ hour, minute }: Parts): string | undefined =>
  hour === undefined || minute === undefined ? undefined : `${two(hour)}:${minute}`;

const isPattern = (format: string): boolean => format.includes('%');

/** What a pattern makes of a cell; the cell itself where the column has none, for its field to take. */
const byPattern = (
  cell: JsonValue,
  format: string,
  read: (parts: Parts) => string | undefined,
): JsonValue | undefined => {
  if (typeof cell !== 'string') return undefined;
  if (!isPattern(format)) return cell;
  const parts = partsIn(cell, format);
  return parts && read(parts);
};

/** @see https://datapackage.org/standard/table-schema/#date */
export const date: Equivalent = {
  field: () => plainField('date'),
  cast: (cell, { format }) => byPattern(cell, format, dayIn),
};

/** @see https://datapackage.org/standard/table-schema/#time */
export const time: Equivalent = {
  field: () => plainField('time'),
  cast: (cell, { format }) => byPattern(cell, format, clock),
};

/** @see https://datapackage.org/standard/table-schema/#datetime */
export const datetime: Equivalent = {
  field: () => plainField('date_time'),
  cast: (cell, { format }) =>
    byPattern(cell, format, (parts) => {
      const [day, at] = [dayIn(parts), clock(parts)];
      return day === undefined || at === undefined ? undefined : `${day}T${at}:00Z`;
    }),
};

/** A year is a number: no day is made up for it. @see https://datapackage.org/standard/table-schema/#year */
export const year: Equivalent = {
  field: () => plainField('number', { decimals: 0 }),
  cast(cell) {
    const value = typeof cell === 'object' ? Number.NaN : Number(cell);
    return Number.isInteger(value) ? value : undefined;
  },
};
