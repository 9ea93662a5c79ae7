import { settingsOf } from '../fields/settings-of';
import { sharedSet } from '../fields/shared_set/shared_set';
import { isConditionList, type Condition } from '../conditions/condition';
import type { JsonObject } from '../json';
import type { Field, FieldGroup, ModelDocument } from './document';
import { withDescendants } from './tree';

/** What an included field's id is made of: the including field, and the field in its set. */
const JOINT = '__';

type Sets = ReadonlyMap<string, FieldGroup>;

/**
 * The id of the field as it stands in its shared set, for one that came into a group by inclusion.
 * @example originOf('f_seo__f_title') // => 'f_title'
 */
export function originOf(id: string): string {
  return id.slice(id.lastIndexOf(JOINT) < 0 ? 0 : id.lastIndexOf(JOINT) + JOINT.length);
}

/**
 * Names the shared set that a field includes.
 * @returns the set's id; null for other fields, and where none is chosen
 */
export function includedSet(field: Field): string | null {
  return settingsOf(sharedSet, field)?.set ?? null;
}

const includesOf = (fields: readonly Field[]): readonly string[] =>
  fields.flatMap(withDescendants).flatMap((field) => includedSet(field) ?? []);

/** Tells whether a set is reached from some fields by way of the sets they include. */
export function reachesSet(fields: readonly Field[], target: string, document: ModelDocument): boolean {
  const seen = new Set<string>();
  const visit = (inside: readonly Field[]): boolean =>
    includesOf(inside).some((id) => {
      if (id === target) return true;
      if (seen.has(id)) return false;
      seen.add(id);
      return visit(document.groups.find((group) => group.id === id)?.fields ?? []);
    });
  return visit(fields);
}

function renamedCondition(condition: Condition, names: ReadonlyMap<string, string>): Condition {
  if (isConditionList(condition)) {
    return { ...condition, conditions: condition.conditions.map((part) => renamedCondition(part, names)) };
  }
  if (condition.kind !== 'field') return condition;
  return { ...condition, field: names.get(condition.field) ?? condition.field };
}

const renamedSettings = (settings: JsonObject, names: ReadonlyMap<string, string>): JsonObject =>
  Object.fromEntries(
    Object.entries(settings).map(([key, value]) => [
      key,
      typeof value === 'string' ? (names.get(value) ?? value) : value,
    ]),
  );

/** A field under the name it has where it is included; what it refers to within the set is renamed with it. */
function renamed(field: Field, names: ReadonlyMap<string, string>): Field {
  return {
    ...field,
    id: names.get(field.id) ?? field.id,
    shownWhen: field.shownWhen && renamedCondition(field.shownWhen, names),
    settings: renamedSettings(field.settings, names),
    fields: field.fields.map((child) => renamed(child, names)),
  };
}

function expandField(field: Field, sets: Sets, within: readonly string[]): Field {
  const setId = includedSet(field);
  if (setId === null) {
    return field.fields.length === 0
      ? field
      : { ...field, fields: field.fields.map((child) => expandField(child, sets, within)) };
  }
  const set = sets.get(setId);
  if (!set || within.includes(setId)) return { ...field, fields: [] };
  const inside = set.fields.map((child) => expandField(child, sets, [...within, setId]));
  const names = new Map(inside.flatMap(withDescendants).map(({ id }) => [id, `${field.id}${JOINT}${id}`]));
  return { ...field, fields: inside.map((child) => renamed(child, names)) };
}

interface Expanded {
  readonly used: readonly (FieldGroup | undefined)[];
  readonly group: FieldGroup;
}
const expanded = new WeakMap<FieldGroup, Expanded>();
const withoutSets = new WeakSet<FieldGroup>();

function setsUsedBy(group: FieldGroup, sets: Sets): readonly string[] {
  const used = new Set<string>();
  const visit = (fields: readonly Field[]): void => {
    for (const id of includesOf(fields)) {
      if (used.has(id)) continue;
      used.add(id);
      visit(sets.get(id)?.fields ?? []);
    }
  };
  visit(group.fields);
  return [...used];
}

/**
 * Puts the fields of shared sets where they are included, under ids that name the way there.
 * @param group a field group
 * @param sets the shared sets by id
 * @returns the group with the included fields; the same group where it includes none, and the same result as before while
 *   neither the group nor its sets changed. A set that includes itself is left empty there.
 */
export function expandGroup(group: FieldGroup, sets: Sets): FieldGroup {
  if (withoutSets.has(group)) return group;
  const used = setsUsedBy(group, sets);
  if (used.length === 0) {
    withoutSets.add(group);
    return group;
  }
  const now = used.map((id) => sets.get(id));
  const known = expanded.get(group);
  if (known && known.used.length === now.length && known.used.every((set, index) => set === now[index]))
    return known.group;
  const result = { ...group, fields: group.fields.map((field) => expandField(field, sets, [group.id])) };
  expanded.set(group, { used: now, group: result });
  return result;
}
