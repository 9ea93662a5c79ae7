import { mergeOwn } from '@tovlet/core/contracts/merge-own';
import { ownProperties, type EntryAnswer, type EntryCopy, type Own } from '@tovlet/core/contracts/studio';
import type { Values } from '@tovlet/core/fields/repeater/row';
import { isJsonList, isJsonObject, sameJson, type JsonValue } from '@tovlet/core/json';
import { mergeValues, type ValueConflict } from '@tovlet/core/values/merge';

/** An entry as it can be edited: what it has beside its values, and those. */
export interface EntryState {
  readonly own: Own;
  readonly values: Values;
}

/** What a new entry begins with. */
export const EMPTY: Own = { title: '', slug: '', status: 'draft', parent: null, template: null };

/** What is edited beside the values, of an entry that is saved. */
export const ownOf = ({ title, slug, status, parent, template }: EntryAnswer): Own => ({
  title,
  slug,
  status,
  parent,
  template,
});

/** An entry as it is saved. */
export const stateOf = (entry: EntryAnswer): EntryState => ({ own: ownOf(entry), values: entry.values });

/** An entry as its working copy has it. */
export const stateOfCopy = (
  { title, slug, parent, template, values }: EntryCopy,
  status: Own['status'],
): EntryState => ({ own: { title, slug, status, parent, template }, values });

/** Whether two states are the same. */
export const sameState = (one: EntryState, other: EntryState): boolean =>
  sameJson({ ...one.own }, { ...other.own }) && sameJson(one.values, other.values);

/**
 * A value with all that is as in another one taken from there: what is the same is then the same object, and comparing the two
 * again and again costs little.
 */
export function sharing(value: JsonValue, other: JsonValue | undefined): JsonValue {
  if (other === undefined || value === other) return value;
  if (sameJson(value, other)) return other;
  if (isJsonList(value))
    return isJsonList(other) ? value.map((each, index) => sharing(each, other[index])) : value;
  if (!isJsonObject(value) || !isJsonObject(other)) return value;
  return sharingValues(value, other);
}

/** Values with all that is as in others taken from there. */
export const sharingValues = (values: Values, others: Values): Values =>
  Object.fromEntries(Object.entries(values).map(([key, value]) => [key, sharing(value, others[key])]));

/** How many things two states differ in: fields, and what stands beside them. */
export function countDifferences(one: EntryState, other: EntryState): number {
  const fields = new Set([...Object.keys(one.values), ...Object.keys(other.values)]);
  const values = [...fields].filter((id) => !sameJson(one.values[id] ?? null, other.values[id] ?? null));
  return values.length + ownProperties.filter((name) => one.own[name] !== other.own[name]).length;
}

/** What a merge came to. */
export interface MergedStates {
  /** Theirs with mine put in; where both changed something, mine. */
  readonly state: EntryState;
  /** What both changed differently, by the ids of fields and the names of what stands beside them. */
  readonly conflicts: readonly ValueConflict[];
}

/** Merges two states of an entry that come from the same. */
export function mergeStates(base: EntryState, mine: EntryState, theirs: EntryState): MergedStates {
  const { own, conflicts } = mergeOwn(base.own, mine.own, theirs.own);
  const beside = conflicts.map((name) => ({
    field: name,
    base: base.own[name],
    mine: mine.own[name],
    theirs: theirs.own[name],
  }));
  const merged = mergeValues(base.values, mine.values, theirs.values);
  return { state: { own, values: merged.values }, conflicts: [...beside, ...merged.conflicts] };
}

/** Lets theirs win in some of what both changed. */
export function withTheirs(
  { own, values }: EntryState,
  theirs: EntryState,
  names: ReadonlySet<string>,
): EntryState {
  const beside = ownProperties.filter((name) => names.has(name)).map((name) => [name, theirs.own[name]]);
  const next = { ...values };
  for (const id of [...names].filter((name) => !ownProperties.some((known) => known === name))) {
    const value = theirs.values[id];
    if (value === undefined) delete next[id];
    else next[id] = value;
  }
  return { own: { ...own, ...Object.fromEntries(beside) }, values: next };
}

/** Tells an entry among what a refusal brings along. */
export function isEntry(value: unknown): value is EntryAnswer {
  return typeof value === 'object' && value !== null && 'version' in value && 'values' in value;
}

/** Tells a working copy among what a refusal brings along. */
export function isCopy(value: unknown): value is EntryCopy {
  return typeof value === 'object' && value !== null && 'mark' in value && 'values' in value;
}
