import { isJsonList, sameJson } from '../json';
import { asList } from './edit';
import { isQueryComparison, type QueryComparison, type QueryCondition } from './condition';
import type { Facet } from './facets';
import type { FacetRange } from './ranges';

/** A part of what a facet of numbers or days counts. Numbers go up to its upper end, and take that only where nothing comes after. */
export interface ChosenRange {
  readonly from: number | string;
  readonly to: number | string;
  readonly whole: boolean;
}

/** Operators that a range of numbers is made of; days are between two. */
const LOWER = 'greater_or_equal';
const UPPER = ['less', 'less_or_equal'];
const DAYS = 'between';

const isAbout = (part: QueryCondition, { kind, steps }: Facet): part is QueryComparison =>
  isQueryComparison(part) &&
  sameJson([...part.path], [...steps]) &&
  (kind === 'days' ? part.operator === DAYS : part.operator === LOWER || UPPER.includes(part.operator));

const partsOf = (condition: QueryCondition | null): readonly QueryCondition[] => {
  const list = asList(condition);
  return list.kind === 'all' ? list.conditions : [list];
};

/** The range of a facet that a condition asks for; null where it asks for none, or for half of one. */
export function rangeIn(condition: QueryCondition | null, facet: Facet): ChosenRange | null {
  const about = partsOf(condition).filter((part) => isAbout(part, facet));
  if (facet.kind === 'days') return daysIn(about);
  const lower = about.find(({ operator }) => operator === LOWER);
  const upper = about.find(({ operator }) => operator !== LOWER);
  const [from, to] = [lower?.value, upper?.value];
  if (about.length !== 2 || !isEnd(from) || !isEnd(to)) return null;
  return { from, to, whole: upper?.operator === 'less_or_equal' };
}

function daysIn([only, ...others]: readonly QueryComparison[]): ChosenRange | null {
  const value = only?.value ?? null;
  if (!isJsonList(value) || others.length > 0) return null;
  const [from, to] = value;
  return isEnd(from) && isEnd(to) ? { from, to, whole: true } : null;
}

const isEnd = (value: unknown): value is number | string =>
  typeof value === 'number' || typeof value === 'string';

function asking({ kind, steps: path }: Facet, { from, to, whole }: ChosenRange): readonly QueryCondition[] {
  if (kind === 'days') return [{ kind: 'path', path, operator: DAYS, value: [from, to] }];
  return [
    { kind: 'path', path, operator: LOWER, value: from },
    { kind: 'path', path, operator: whole ? 'less_or_equal' : 'less', value: to },
  ];
}

/**
 * Asks for a range of a facet in place of the one that was asked for.
 * @param range null for none
 */
export function withRange(
  condition: QueryCondition | null,
  facet: Facet,
  range: ChosenRange | null,
): QueryCondition | null {
  const others = partsOf(condition).filter((part) => !isAbout(part, facet));
  const conditions = [...others, ...(range ? asking(facet, range) : [])].filter(
    (part) => !('conditions' in part) || part.conditions.length > 0,
  );
  return conditions.length > 0 ? { kind: 'all', conditions } : null;
}

const covers = ({ from, to }: ChosenRange, range: FacetRange): boolean =>
  range.from >= from && range.to <= to;

/** Whether a range lies in the one that is asked for. */
export const isChosenRange = (chosen: ChosenRange | null, range: FacetRange): boolean =>
  chosen !== null && covers(chosen, range);

/**
 * Asks for one more range: with all between it and what is asked for already. The only one that is asked for is given up.
 * @param ranges all ranges of the facet, in order
 * @param at the place of the one that is pressed
 * @example toggledRange(null, altitude, ranges, 2) // => altitude at least 1000 and less than 1200
 */
export function toggledRange(
  condition: QueryCondition | null,
  facet: Facet,
  ranges: readonly FacetRange[],
  at: number,
): QueryCondition | null {
  const chosen = rangeIn(condition, facet);
  const within = ranges.flatMap((range, index) => (isChosenRange(chosen, range) ? [index] : []));
  const isOnly = within.length === 1 && within[0] === at;
  if (isOnly) return withRange(condition, facet, null);
  // Pressed inside of what is asked for, it is asked for alone.
  const places = within.includes(at) ? [at] : [...within, at];
  const [first, last] = [ranges[Math.min(...places)], ranges[Math.max(...places)]];
  if (!first || !last) return condition;
  const whole = facet.kind === 'days' || last === ranges.at(-1);
  return withRange(condition, facet, { from: first.from, to: last.to, whole });
}
