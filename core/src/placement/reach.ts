import {
  comparisonsOf,
  isConditionList,
  type Condition,
  type PropertyComparison,
  type EntryProperty,
} from '../conditions/condition';
import { operatorOf } from '../conditions/operators';
import { isJsonList, type JsonValue } from '../json';
import type { Reach } from '../model/compiled';

/** True, false, or not decided by what is known. */
type Known = boolean | null;

function combineKnown(kind: 'all' | 'any' | 'none', parts: readonly Known[]): Known {
  if (kind === 'all') return parts.includes(false) ? false : parts.includes(null) ? null : true;
  const some = parts.includes(true) ? true : parts.includes(null) ? null : false;
  if (kind === 'any') return some;
  return some === null ? null : !some;
}

function decide(condition: Condition, typeId: string): Known {
  if (isConditionList(condition)) {
    return combineKnown(
      condition.kind,
      condition.conditions.map((part) => decide(part, typeId)),
    );
  }
  if (condition.kind === 'field' || condition.property !== 'type') return null;
  return operatorOf(condition.operator).test(typeId, condition.value ?? null);
}

/**
 * Tells how much of a content type a rule reaches, by three-valued logic over what only the type decides.
 * @param rule an *Appears on* rule
 * @param typeId the content type's permanent id
 * @returns all or none of its entries, or some when the single entry decides
 * @see https://en.wikipedia.org/wiki/Three-valued_logic (Kleene)
 * @example reachOf({ kind: 'property', property: 'type', operator: 'is', value: 't_hut' }, 't_hut') // => 'all'
 */
export function reachOf(rule: Condition, typeId: string): Reach {
  const known = decide(rule, typeId);
  return known === null ? 'some' : known ? 'all' : 'none';
}

/** The rule of a group that appears on all entries of some types. */
export function appearsOnTypes(typeIds: readonly string[]): Condition {
  const comparison = (value: string): PropertyComparison => ({
    kind: 'property',
    property: 'type',
    operator: 'is',
    value,
  });
  return { kind: 'any', conditions: typeIds.map(comparison) };
}

/** Tells whether a rule speaks of a type by name; what carries fields beside entries is reached only then. */
export function namesType(rule: Condition, typeId: string): boolean {
  return comparisonsOf(rule).some(
    (each) =>
      each.kind === 'property' &&
      each.property === 'type' &&
      (each.value === typeId || sameIn(each.value, typeId)),
  );
}

const sameIn = (list: JsonValue | undefined, value: string): boolean =>
  list !== undefined && isJsonList(list) && list.includes(value);

const askedFor = new WeakMap<Condition, ReadonlySet<EntryProperty>>();

/** Tells whether a rule asks about a property of the entry. */
export function asksFor(rule: Condition, property: EntryProperty): boolean {
  const known = askedFor.get(rule);
  if (known) return known.has(property);
  const asked = new Set(
    comparisonsOf(rule).flatMap((each) => (each.kind === 'property' ? [each.property] : [])),
  );
  askedFor.set(rule, asked);
  return asked.has(property);
}
