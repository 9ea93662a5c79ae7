import { say } from '../locale/say';
import * as z from 'zod';
import { isConditionList, type Condition } from '../conditions/condition';
import { newId } from '../ids';
import { isJsonList, type JsonObject, type JsonValue } from '../json';
import type { ModelChange } from './changes';
import {
  fieldGroupSchema,
  fieldSchema,
  type Field,
  type FieldGroup,
  type ModelDocument,
  type Rule,
} from './document';
import { namesType, reachOf } from './reach';
import { compileModel } from './compile';
import { keyFromLabel } from './keys';
import { allFields, findField, withDescendants } from './tree';

/**
 * Parts of a model as text: fields and groups, copied in one workspace and pasted in the same or another one.
 *
 * Permanent ids are made anew when it is pasted. What the copied parts refer to beside themselves is named by key, so that
 * it is found again in another workspace.
 */
export const FRAGMENT_FORMAT = 'tovlet-model-fragment';

/** Keys behind the ids that the copied parts name: content types, taxonomies, shared sets, other fields. */
const namesSchema = z.record(z.string(), z.string());

export const fragmentSchema = z.strictObject({
  format: z.literal(FRAGMENT_FORMAT),
  version: z.literal(1),
  fields: z.array(fieldSchema).max(500).default([]),
  groups: z.array(fieldGroupSchema).max(200).default([]),
  names: namesSchema.default({}),
});
export type Fragment = Readonly<z.infer<typeof fragmentSchema>>;

function namesIn(document: ModelDocument): Readonly<Record<string, string>> {
  const named = [...document.contentTypes, ...document.taxonomies, ...document.groups];
  const fields = document.groups.flatMap(allFields);
  return Object.fromEntries([...named, ...fields].map(({ id, key }) => [id, key]));
}

/** Only the names that a text speaks of, so that a copy says nothing of the rest of the model. */
function namesFor(parts: JsonObject, document: ModelDocument): Readonly<Record<string, string>> {
  const text = JSON.stringify(parts);
  return Object.fromEntries(Object.entries(namesIn(document)).filter(([id]) => text.includes(`"${id}"`)));
}

function fragmentOf(
  document: ModelDocument,
  fields: readonly Field[],
  groups: readonly FieldGroup[],
): string {
  const parts: JsonObject = JSON.parse(JSON.stringify({ fields, groups }));
  const fragment = { format: FRAGMENT_FORMAT, version: 1, ...parts, names: namesFor(parts, document) };
  return JSON.stringify(fragment, null, 2);
}

/** Copies fields, with what stands under them, as text. */
export function copyFields(document: ModelDocument, ids: readonly string[]): string {
  const fields = ids.flatMap((id) => findField(document, id)?.field ?? []);
  return fragmentOf(document, fields, []);
}

/** Copies groups or shared sets, with their fields and rules, as text. */
export function copyGroups(document: ModelDocument, ids: readonly string[]): string {
  return fragmentOf(
    document,
    [],
    document.groups.filter(({ id }) => ids.includes(id)),
  );
}

/**
 * Reads a fragment from text.
 * @returns null when the text is something else
 * @example readFragment('Altitude') // => null
 */
export function readFragment(text: string): Fragment | null {
  if (!text.includes(FRAGMENT_FORMAT)) return null;
  try {
    return fragmentSchema.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}

/** What pasting does, and what of the copy could not be taken along. */
export interface Pasted {
  readonly changes: readonly ModelChange[];
  /** Sentences for whoever pastes. */
  readonly notes: readonly string[];
}

/** Finds what an id of the fragment is called here. */
type Rename = (id: string) => string | null;

function renamer(fragment: Fragment, document: ModelDocument, made: ReadonlyMap<string, string>): Rename {
  const own = namesIn(document);
  const byKey = new Map(Object.entries(own).map(([id, key]) => [`${id.slice(0, 2)}${key}`, id]));
  return (id) => {
    const anew = made.get(id);
    if (anew !== undefined) return anew;
    if (own[id] !== undefined) return id;
    const key = fragment.names[id];
    return (key === undefined ? undefined : byKey.get(`${id.slice(0, 2)}${key}`)) ?? null;
  };
}

/** A condition with its ids renamed; comparisons about what is not here are left out, and told. */
function renamedCondition(condition: Condition, rename: Rename, lost: () => void): Condition | null {
  if (isConditionList(condition)) {
    const parts = condition.conditions.flatMap((part) => renamedCondition(part, rename, lost) ?? []);
    return { ...condition, conditions: parts };
  }
  if (condition.kind === 'field') {
    const field = rename(condition.field);
    if (field === null) lost();
    return field === null ? null : { ...condition, field };
  }
  if (condition.property !== 'type') return condition;
  const value = condition.value ?? null;
  const ids = (isJsonList(value) ? value : [value]).map((id) => rename(String(id)));
  const known = ids.filter((id) => id !== null);
  if (known.length < ids.length) lost();
  if (known.length === 0) return null;
  return { ...condition, value: isJsonList(value) ? known : (known[0] ?? null) };
}

const isId = (value: JsonValue): value is string =>
  typeof value === 'string' && /^[a-z]_[a-z0-9_]+$/.test(value);

function renamedSettings(settings: JsonObject, rename: Rename, lost: () => void): JsonObject {
  const one = (value: JsonValue): JsonValue => {
    if (!isId(value)) return value;
    const renamed = rename(value);
    if (renamed === null) lost();
    return renamed;
  };
  return Object.fromEntries(
    Object.entries(settings).map(([key, value]) => [
      key,
      isJsonList(value) ? value.map(one).filter((item) => item !== null) : one(value),
    ]),
  );
}

/** Pastes what was copied, part by part, and collects what had to be left out. */
class Paste {
  readonly notes = new Set<string>();
  private readonly made = new Map<string, string>();
  private readonly rename: Rename;

  constructor(
    readonly fragment: Fragment,
    readonly document: ModelDocument,
  ) {
    const fields = [...fragment.fields, ...fragment.groups.flatMap(({ fields: own }) => own)];
    for (const { id } of fields.flatMap(withDescendants)) this.made.set(id, newId('f'));
    for (const { id } of fragment.groups) this.made.set(id, newId('g'));
    this.rename = renamer(fragment, document, this.made);
  }

  field(field: Field, takenKeys: string[]): Field {
    const lost = (): void => {
      this.notes.add(say`“${field.label}” referred to something that is not here; that part was left out.`);
    };
    const key = takenKeys.includes(field.key) ? keyFromLabel(field.key, takenKeys) : field.key;
    takenKeys.push(key);
    const inner: string[] = [];
    return {
      ...field,
      id: this.made.get(field.id) ?? newId('f'),
      key,
      shownWhen: field.shownWhen && renamedCondition(field.shownWhen, this.rename, lost),
      settings: renamedSettings(field.settings, this.rename, lost),
      fields: field.fields.map((child) => this.field(child, inner)),
    };
  }

  group(group: FieldGroup, takenKeys: string[]): FieldGroup {
    const lost = (): void => {
      this.notes.add(say`“${group.label}” appeared on a type that is not here. Say where it appears.`);
    };
    const key = takenKeys.includes(group.key) ? keyFromLabel(group.key, takenKeys) : group.key;
    takenKeys.push(key);
    const appearsOn = renamedCondition(group.appearsOn, this.rename, lost) ?? { kind: 'any', conditions: [] };
    const inner = group.shared ? [] : this.keysWhere(appearsOn);
    const fields = group.fields.map((field) => this.field(field, inner));
    this.noteKeys(group.fields, fields);
    return {
      ...group,
      id: this.made.get(group.id) ?? newId('g'),
      key,
      appearsOn,
      rules: group.rules.map((rule): Rule => ({
        ...rule,
        id: newId('k'),
        field: rule.field === null ? null : this.rename(rule.field),
      })),
      fields,
    };
  }

  /** Keys that fields have already on the types which a rule reaches. */
  private keysWhere(appearsOn: Condition): string[] {
    const { types, subjects } = compileModel(this.document);
    const reached = [
      ...types,
      ...subjects.filter(({ contentType }) => namesType(appearsOn, contentType.id)),
    ].filter(({ contentType }) => reachOf(appearsOn, contentType) !== 'none');
    return reached.flatMap(({ fields }) => fields.map(({ key }) => key));
  }

  /** Expressions name fields by key: where keys had to change, they have to be looked at. */
  private noteKeys(before: readonly Field[], after: readonly Field[]): void {
    const changed = after.filter(({ key }, at) => key !== before[at]?.key).map(({ key }) => key);
    if (changed.length === 0) return;
    this.notes.add(
      say`Keys that were taken got a number: ${changed.join(', ')}. Expressions still name the fields that had them.`,
    );
  }
}

/**
 * Makes the changes that paste copied fields at a place of a group.
 * @param takenKeys keys of what will stand beside them; a key that is taken gets a number
 */
export function pasteFields(
  fragment: Fragment,
  document: ModelDocument,
  group: string,
  parent: string | null,
  index: number,
  takenKeys: readonly string[],
): Pasted {
  const paste = new Paste(fragment, document);
  const taken = [...takenKeys];
  const fields = fragment.fields.map((field) => paste.field(field, taken));
  const changes = fields.map((field, offset): ModelChange => ({
    kind: 'add_field',
    group,
    parent,
    index: index + offset,
    field,
  }));
  return { changes, notes: [...paste.notes] };
}

/** Makes the changes that paste copied groups and shared sets into a model. */
export function pasteGroups(fragment: Fragment, document: ModelDocument): Pasted {
  const paste = new Paste(fragment, document);
  const taken = document.groups.map(({ key }) => key);
  // Sets first: groups that came with them include them.
  const ordered = [...fragment.groups].sort((a, b) => Number(b.shared) - Number(a.shared));
  const changes = ordered.map((group): ModelChange => ({
    kind: 'add_group',
    group: paste.group(group, taken),
  }));
  return { changes, notes: [...paste.notes] };
}
