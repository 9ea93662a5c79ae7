/** How many entries have a number or a day between two: of numbers the upper one stands in the next range, but for the last. */
export interface FacetRange {
  readonly from: number | string;
  readonly to: number | string;
  readonly count: number;
}

/** Ranges of the same width that numbers are counted in: the last one takes its upper end as well. */
export interface NumberRanges {
  readonly from: number;
  readonly step: number;
  readonly count: number;
}

/** More ranges than this come only of values that nobody counts by. */
const MOST_RANGES = 200;

/** About so many ranges are easy to look over. */
const ABOUT = 10;

/** Steps that readers count in, as parts of a power of ten. */
const STEPS = [1, 2, 5, 10] as const;

/** Sums of fractions such as 0.1 are near what is meant: this brings them there. */
const exact = (value: number): number => Number(value.toPrecision(12));

/**
 * Parts what lies between two numbers into ranges with round ends.
 * @param smallest at most `largest`; both finite
 * @example numberRanges(613, 2890) // => { from: 600, step: 200, count: 12 }
 */
export function numberRanges(smallest: number, largest: number): NumberRanges {
  if (smallest === largest) return { from: smallest, step: 1, count: 1 };
  // Divided first: the distance of the largest numbers is none.
  const rough = largest / ABOUT - smallest / ABOUT;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = exact((STEPS.find((each) => each * power >= rough * 0.75) ?? 10) * power);
  const from = exact(Math.floor(smallest / step) * step);
  const count = Math.ceil(exact(largest / step - from / step));
  // Numbers that stand too near to each other, or too far off, have no steps between them that could be told.
  if (!Number.isFinite(from) || !(count >= 1 && count <= MOST_RANGES))
    return { from: smallest, step: 1, count: 1 };
  return { from, step, count };
}

/**
 * The ends of one of the ranges.
 * @param at its place, from 0
 * @example endsOf({ from: 600, step: 200, count: 12 }, 1) // => [800, 1000]
 */
export const endsOf = ({ from, step }: NumberRanges, at: number): readonly [number, number] => [
  exact(from + at * step),
  exact(from + (at + 1) * step),
];

/** How much of a day's text tells the range it lies in: its century, decade, year, month, or itself. */
export type DayRange = 'century' | 'decade' | 'year' | 'month' | 'day';

export const DAY_RANGE_LENGTH: Readonly<Record<DayRange, number>> = {
  century: 2,
  decade: 3,
  year: 4,
  month: 7,
  day: 10,
};

const MONTHS_IN_A_YEAR = 12;

/** The longest span, in months, that is counted by each range; what is longer is by the next. */
const SPANS: readonly (readonly [DayRange, number])[] = [
  ['day', 1],
  ['month', 2 * MONTHS_IN_A_YEAR],
  ['year', 24 * MONTHS_IN_A_YEAR],
  ['decade', 240 * MONTHS_IN_A_YEAR],
];

const monthsOf = (day: string): number =>
  Number(day.slice(0, 4)) * MONTHS_IN_A_YEAR + Number(day.slice(5, 7));

/**
 * Chooses what days between two are counted by, so that there are few ranges and not only one.
 * @param first a day such as 2026-05-31
 * @param last one that is not before it
 * @example dayRange('2026-01-01', '2026-03-31') // => 'month'
 */
export function dayRange(first: string, last: string): DayRange {
  const span = monthsOf(last) - monthsOf(first);
  return SPANS.find(([, most]) => span <= most)?.[0] ?? 'century';
}

/** After every day. */
const LAST = '~';

const yearText = (year: number): string => String(year).padStart(4, '0');

/**
 * The first and the last day of a range.
 * @param range the beginning of a day's text, such as 2026-02 or 192 for a decade
 * @example daysOf('2026-02') // => ['2026-02-01', '2026-02-28']
 */
export function daysOf(range: string): readonly [string, string] {
  if (range.length <= DAY_RANGE_LENGTH.year)
    return [`${range.padEnd(4, '0')}-01-01`, `${range.padEnd(4, '9')}-12-31`];
  if (range.length !== DAY_RANGE_LENGTH.month) return [range, range];
  const next = new Date(Date.UTC(Number(range.slice(0, 4)), Number(range.slice(5, 7)), 0));
  return [`${range}-01`, next.toISOString().slice(0, 10)];
}

function next(range: string): string {
  const { length } = range;
  if (length === DAY_RANGE_LENGTH.day) {
    const day = Date.parse(`${range}T00:00:00Z`);
    // What is no day of a calendar is followed by nothing.
    return Number.isNaN(day) ? LAST : new Date(day + 86_400_000).toISOString().slice(0, length);
  }
  if (length < DAY_RANGE_LENGTH.month) {
    const step = 10 ** (DAY_RANGE_LENGTH.year - length);
    return yearText(Number(range.padEnd(4, '0')) + step).slice(0, length);
  }
  const month = monthsOf(range);
  return `${yearText(Math.floor(month / MONTHS_IN_A_YEAR))}-${String((month % MONTHS_IN_A_YEAR) + 1).padStart(2, '0')}`;
}

/**
 * Lists the ranges from one to another, those without any day included.
 * @example rangesBetween('2025-11', '2026-01') // => ['2025-11', '2025-12', '2026-01']
 */
export function rangesBetween(first: string, last: string): readonly string[] {
  const ranges = [first];
  for (let at = first; at < last && ranges.length < MOST_RANGES;) {
    at = next(at);
    ranges.push(at);
  }
  return ranges;
}
