import type { JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import {
  isConditionList,
  type Comparison,
  type Condition,
  type ConditionList,
  type FieldComparison,
} from '../conditions/condition';
import { operatorOf } from '../conditions/operators';
import { dayFrom, isRelativeDay } from '../conditions/relative-day';
import type { Scope } from './scope';

type FieldLookup = ReadonlyMap<string, CompiledField>;

/** How a list of outcomes adds up. */
export function combine(kind: ConditionList['kind'], outcomes: readonly boolean[]): boolean {
  if (kind === 'all') return outcomes.every(Boolean);
  return kind === 'any' ? outcomes.some(Boolean) : !outcomes.some(Boolean);
}

/** The values a field comparison looks at, seen from a scope; more than one only across rows. */
function actualValues(
  comparison: FieldComparison,
  scope: Scope,
  fields: FieldLookup,
): { readonly values: readonly JsonValue[]; readonly acrossRows: boolean } | null {
  const field = fields.get(comparison.field);
  if (!field) return null;
  const { scope: nearest, remaining } = scope.reach(field.ancestors);
  if (remaining.length === 0) return { values: [nearest.value(field)], acrossRows: false };
  return { values: nearest.descend(remaining).map((row) => row.value(field)), acrossRows: true };
}

/** The value compared with; a day given relative to today becomes that day. */
const expectedOf = (value: JsonValue): JsonValue => (isRelativeDay(value) ? dayFrom(value) : value);

/** What one comparison came to, and the values that decided it. */
export interface ComparisonOutcome {
  readonly outcome: boolean;
  readonly actual: readonly JsonValue[];
}

/**
 * Evaluates one comparison.
 *
 * | the field                    | outcome |
 * |------------------------------|---------|
 * | was removed from the model   | false   |
 * | is hidden, absent or empty   | the operator's answer for null |
 * | stands in rows not enclosing | any (default), every or no row; of no rows: any false, every and no true |
 */
export function evaluateComparison(
  comparison: Comparison,
  scope: Scope,
  fields: FieldLookup,
): ComparisonOutcome {
  const { test } = operatorOf(comparison.operator);
  const expected = expectedOf(comparison.value ?? null);
  if (comparison.kind === 'property') {
    const actual = scope.facts[comparison.property];
    return { outcome: test(actual, expected), actual: [actual] };
  }
  const found = actualValues(comparison, scope, fields);
  if (!found) return { outcome: false, actual: [] };
  const { values: actual, acrossRows } = found;
  if (!acrossRows) return { outcome: test(actual[0] ?? null, expected), actual };
  const outcomes = actual.map((value) => test(value, expected));
  const kind = ({ any: 'any', every: 'all', no: 'none' } as const)[comparison.rows ?? 'any'];
  return { outcome: combine(kind, outcomes), actual };
}

/**
 * Evaluates a condition where it stands.
 * @param condition the tree
 * @param scope the entry or the row it is seen from
 * @param fields all fields of the model by id
 * @returns whether it holds
 * @example evaluate({ kind: 'all', conditions: [] }, scope, fields) // => true
 */
export function evaluate(condition: Condition, scope: Scope, fields: FieldLookup): boolean {
  if (!isConditionList(condition)) return evaluateComparison(condition, scope, fields).outcome;
  const holds = (part: Condition): boolean => evaluate(part, scope, fields);
  if (condition.kind === 'all') return condition.conditions.every(holds);
  return condition.kind === 'any' ? condition.conditions.some(holds) : !condition.conditions.some(holds);
}
