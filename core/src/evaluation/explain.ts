import type { JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import { isConditionList, type Condition } from '../conditions/condition';
import { combine, evaluateComparison } from './evaluate';
import type { Scope } from './scope';

/** A condition with what each of its parts came to. */
export interface Explanation {
  readonly condition: Condition;
  readonly outcome: boolean;
  /** The values a comparison looked at; empty for lists of conditions. */
  readonly actual: readonly JsonValue[];
  readonly parts: readonly Explanation[];
}

/**
 * Evaluates a condition and keeps what every part of it came to.
 * @returns the same tree with outcomes; its outcome equals that of `evaluate`
 */
export function explain(
  condition: Condition,
  scope: Scope,
  fields: ReadonlyMap<string, CompiledField>,
): Explanation {
  if (!isConditionList(condition)) {
    return { condition, ...evaluateComparison(condition, scope, fields), parts: [] };
  }
  const parts = condition.conditions.map((part) => explain(part, scope, fields));
  return {
    condition,
    outcome: combine(
      condition.kind,
      parts.map(({ outcome }) => outcome),
    ),
    actual: [],
    parts,
  };
}
