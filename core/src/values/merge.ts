import type { Values } from '../fields/repeater/row';
import { sameJson, type JsonValue } from '../json';

/** One field that two people changed to different values. */
export interface ValueConflict {
  readonly field: string;
  readonly base: JsonValue;
  readonly mine: JsonValue;
  readonly theirs: JsonValue;
}

/** The result of merging two edits of the same values. */
export interface MergedValues {
  /** Theirs with mine put in; where both changed a field, mine. */
  readonly values: Values;
  readonly conflicts: readonly ValueConflict[];
}

/**
 * Merges one's edits with those another person saved meanwhile, field by field.
 * @param base what both started from
 * @param mine one's own values
 * @param theirs the values that are saved now
 * @returns the merged values, and the fields that both changed differently
 * @see https://en.wikipedia.org/wiki/Merge_(version_control)#Three-way_merge
 * @example mergeValues({}, { f_a: 1 }, { f_b: 2 }) // => { values: { f_b: 2, f_a: 1 }, conflicts: [] }
 */
export function mergeValues(base: Values, mine: Values, theirs: Values): MergedValues {
  const values: Record<string, JsonValue> = { ...theirs };
  const conflicts: ValueConflict[] = [];
  for (const field of new Set([...Object.keys(base), ...Object.keys(mine)])) {
    const [was, own, other] = [base[field] ?? null, mine[field] ?? null, theirs[field] ?? null];
    if (sameJson(was, own)) continue;
    if (!sameJson(was, other) && !sameJson(own, other))
      conflicts.push({ field, base: was, mine: own, theirs: other });
    if (own === null) delete values[field];
    else values[field] = own;
  }
  return { values, conflicts };
}
