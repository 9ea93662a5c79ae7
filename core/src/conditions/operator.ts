import { sameJson, type JsonValue } from '../json';

/** What stands to the right of an operator: nothing, one value, several, two bounds, or a number of rows. */
export type Operand = 'nothing' | 'value' | 'list' | 'range' | 'count';

/**
 * One operator of a comparison.
 *
 * The actual value reaches `test` as null when it is empty, so that an operator decides once what absence means.
 */
export interface Operator<Kind extends string = string> {
  readonly kind: Kind;
  /** How it reads between a field's label and the operand. */
  readonly words: string;
  readonly operand: Operand;
  test(actual: JsonValue, expected: JsonValue): boolean;
}

/**
 * Declares an operator.
 * @param operator its kind, words, operand and test
 * @returns the same operator, its kind kept as a literal type
 */
export function defineOperator<const Kind extends string>(operator: Operator<Kind>): Operator<Kind> {
  return operator;
}

/**
 * Orders two values of the same kind: numbers by size, texts (dates among them) by code unit.
 * @returns a negative number, 0 or a positive number; NaN when they cannot be compared
 * @example compareValues(1, 2) // => -1
 * @example compareValues(1, 'a') // => NaN
 */
export function compareValues(actual: JsonValue, expected: JsonValue): number {
  if (typeof actual === 'number' && typeof expected === 'number') return Math.sign(actual - expected);
  if (typeof actual === 'string' && typeof expected === 'string') {
    return actual < expected ? -1 : actual > expected ? 1 : 0;
  }
  return Number.NaN;
}

/**
 * Tells whether a text holds another, without regard to case, or a list holds an item.
 * @param where which part of the actual text is looked at
 * @returns false when either is not a text
 * @example holdsText('Spring water', 'WATER', 'anywhere') // => true
 */
export function holdsText(
  actual: JsonValue,
  expected: JsonValue,
  where: 'anywhere' | 'start' | 'end',
): boolean {
  if (Array.isArray(actual)) return where === 'anywhere' && actual.includes(expected);
  if (typeof actual !== 'string' || typeof expected !== 'string') return false;
  const text = actual.toLocaleLowerCase();
  const part = expected.toLocaleLowerCase();
  if (where === 'start') return text.startsWith(part);
  return where === 'end' ? text.endsWith(part) : text.includes(part);
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const MOMENT = /^\d{4}-\d{2}-\d{2}T/;

/**
 * Tells whether a value is the one it is compared with; a moment is a day when it falls on it.
 * @example isSame('2026-05-31T18:30:00Z', '2026-05-31') // => true
 */
export function isSame(actual: JsonValue, expected: JsonValue): boolean {
  const asDays =
    typeof actual === 'string' && typeof expected === 'string' && MOMENT.test(actual) && DAY.test(expected);
  return asDays ? compareDays(actual, expected) === 0 : sameJson(actual, expected);
}

const DAY_LENGTH = 'YYYY-MM-DD'.length;

/**
 * Orders dates and moments; a moment is compared with a day as the day it falls on.
 * @returns as compareValues
 * @example compareDays('2026-05-31T18:30:00Z', '2026-05-31') // => 0
 */
export function compareDays(actual: JsonValue, expected: JsonValue): number {
  const toDay = typeof actual === 'string' && typeof expected === 'string' && expected.length === DAY_LENGTH;
  return compareValues(toDay ? actual.slice(0, DAY_LENGTH) : actual, expected);
}
