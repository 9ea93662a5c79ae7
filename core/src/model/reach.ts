import {
  comparisonsOf,
  isConditionList,
  type Condition,
  type PropertyComparison,
  type EntryProperty,
} from '../conditions/condition';
import { operatorOf } from '../conditions/operators';
import { isJsonList, type JsonValue } from '../json';
import type { Reach } from './compiled';
import type { ContentType } from './document';
import { pageTemplates } from './page-templates';

/** True, false, or not decided by what is known. */
type Known = boolean | null;

function combineKnown(kind: 'all' | 'any' | 'none', parts: readonly Known[]): Known {
  if (kind === 'all') return parts.includes(false) ? false : parts.includes(null) ? null : true;
  const some = parts.includes(true) ? true : parts.includes(null) ? null : false;
  if (kind === 'any') return some;
  return some === null ? null : !some;
}

/** What a rule can know of a content type. */
export type PlacedType = Pick<ContentType, 'id' | 'templates'>;

/** The values that a property can have on the entries of a type; null where the single entry decides. */
const POSSIBLE: Readonly<Partial<Record<EntryProperty, (type: PlacedType) => readonly string[]>>> = {
  type: ({ id }) => [id],
  template: (type) => pageTemplates(type).map(({ id }) => id),
};

function decide(condition: Condition, type: PlacedType): Known {
  if (isConditionList(condition)) {
    return combineKnown(
      condition.kind,
      condition.conditions.map((part) => decide(part, type)),
    );
  }
  const possible = condition.kind === 'property' ? POSSIBLE[condition.property]?.(type) : undefined;
  if (!possible) return null;
  const { test } = operatorOf(condition.operator);
  const outcomes = new Set(possible.map((value) => test(value, condition.value ?? null)));
  return outcomes.size === 1 ? outcomes.has(true) : null;
}

/**
 * Tells how much of a content type a rule reaches, by three-valued logic over what only the type decides: which one it
 * is, and which templates its pages can have.
 * @param rule an *Appears on* rule
 * @returns all or none of its entries, or some when the single entry decides
 * @see https://en.wikipedia.org/wiki/Three-valued_logic (Kleene)
 * @example reachOf({ kind: 'property', property: 'type', operator: 'is', value: 't_hut' }, hut) // => 'all'
 */
export function reachOf(rule: Condition, type: PlacedType): Reach {
  const known = decide(rule, type);
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
