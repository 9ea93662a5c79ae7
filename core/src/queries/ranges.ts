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
  const rough = (largest - smallest) / ABOUT;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = exact((STEPS.find((each) => each * power >= rough * 0.75) ?? 10) * power);
  const from = exact(Math.floor(smallest / step) * step);
  return { from, step, count: Math.max(1, Math.ceil(exact((largest - from) / step))) };
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

/** How much of a day's text tells the range it lies in: its year, month, or itself. */
export type DayRange = 'year' | 'month' | 'day';

export const DAY_RANGE_LENGTH: Readonly<Record<DayRange, number>> = { year: 4, month: 7, day: 10 };

const MONTHS_AT_MOST = 24;
const DAYS_AT_MOST = 31;

const monthsOf = (day: string): number => Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7));

/**
 * Chooses what days between two are counted by.
 * @param first a day such as 2026-05-31
 * @param last one that is not before it
 * @example dayRange('2026-01-01', '2026-03-31') // => 'month'
 */
export function dayRange(first: string, last: string): DayRange {
  if (monthsOf(last) - monthsOf(first) > MONTHS_AT_MOST) return 'year';
  const days = (Date.parse(last.slice(0, 10)) - Date.parse(first.slice(0, 10))) / 86_400_000;
  return days > DAYS_AT_MOST ? 'month' : 'day';
}

/**
 * The first and the last day of a range.
 * @param range a year, a month or a day, such as 2026-02
 * @example daysOf('2026-02') // => ['2026-02-01', '2026-02-28']
 */
export function daysOf(range: string): readonly [string, string] {
  if (range.length === DAY_RANGE_LENGTH.year) return [`${range}-01-01`, `${range}-12-31`];
  if (range.length !== DAY_RANGE_LENGTH.month) return [range, range];
  const next = new Date(Date.UTC(Number(range.slice(0, 4)), Number(range.slice(5, 7)), 0));
  return [`${range}-01`, next.toISOString().slice(0, 10)];
}
