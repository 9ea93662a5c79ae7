import { sameJson, type JsonValue } from '../json';
import { applyChange, modelChangeSchema, type ModelChange } from './changes';
import type { Field, ModelDocument } from './document';
import { allFields, findField } from './tree';

/** The changes found so far, and the document they lead to. */
interface Path {
  document: ModelDocument;
  readonly changes: ModelChange[];
}

function take(path: Path, change: ModelChange): void {
  path.document = applyChange(path.document, change);
  path.changes.push(change);
}

const asJson = (value: unknown): JsonValue => JSON.parse(JSON.stringify(value ?? null));

/** The properties of a thing that differ, with their new values. */
function patchOf(
  before: object,
  after: object,
  apart: readonly string[],
): Readonly<Record<string, JsonValue>> | null {
  const known = new Map(Object.entries(before));
  const changed = Object.entries(after).filter(
    ([key, value]) => !apart.includes(key) && !sameJson(asJson(known.get(key)), asJson(value)),
  );
  return changed.length === 0
    ? null
    : Object.fromEntries(changed.map(([key, value]) => [key, asJson(value)]));
}

/** Where a field stands: its group and the field above it. */
const placeOf = (
  document: ModelDocument,
  id: string,
): { group: string; parent: string | null; index: number } | null => {
  const place = findField(document, id);
  return place && { group: place.group.id, parent: place.ancestors.at(-1)?.id ?? null, index: place.index };
};

const fieldsOf = (document: ModelDocument): readonly Field[] => document.groups.flatMap(allFields);

/** Adds what is missing and sets what differs, of types and groups; fields come later. */
function raiseFrame(path: Path, after: ModelDocument): void {
  for (const contentType of after.contentTypes) {
    const known = path.document.contentTypes.find(({ id }) => id === contentType.id);
    const patch = known && patchOf(known, contentType, ['id']);
    if (!known) take(path, { kind: 'add_content_type', contentType });
    else if (patch)
      take(path, modelChangeSchema.parse({ kind: 'set_content_type', contentType: contentType.id, patch }));
  }
  for (const taxonomy of after.taxonomies) {
    const known = path.document.taxonomies.find(({ id }) => id === taxonomy.id);
    const patch = known && patchOf(known, taxonomy, ['id']);
    if (!known) take(path, { kind: 'add_taxonomy', taxonomy });
    else if (patch)
      take(path, modelChangeSchema.parse({ kind: 'set_taxonomy', taxonomy: taxonomy.id, patch }));
  }
  for (const group of after.groups) {
    const known = path.document.groups.find(({ id }) => id === group.id);
    const patch = known && patchOf(known, group, ['id', 'fields', 'shared']);
    if (!known) take(path, { kind: 'add_group', group: { ...group, fields: [] } });
    else if (patch) take(path, modelChangeSchema.parse({ kind: 'set_group', group: group.id, patch }));
  }
}

/** Takes fields out of where they no longer stand, so that nothing they stood in holds them any more. */
function loosen(path: Path, after: ModelDocument): void {
  for (const { id } of fieldsOf(path.document)) {
    const [now, then] = [placeOf(path.document, id), placeOf(after, id)];
    if (!now || !then || (now.group === then.group && now.parent === then.parent)) continue;
    const index = path.document.groups.find((group) => group.id === then.group)?.fields.length ?? 0;
    take(path, { kind: 'move_field', field: id, group: then.group, parent: null, index });
  }
}

function removeFields(path: Path, after: ModelDocument): void {
  for (const { id } of fieldsOf(path.document)) {
    if (!findField(after, id) && findField(path.document, id))
      take(path, { kind: 'remove_field', field: id });
  }
}

function setFields(path: Path, after: ModelDocument): void {
  for (const field of fieldsOf(after)) {
    const known = findField(path.document, field.id)?.field;
    const patch = known && patchOf(known, field, ['id', 'fields']);
    if (patch) take(path, modelChangeSchema.parse({ kind: 'set_field', field: field.id, patch }));
  }
}

/** Puts the fields of one level into their order, and then what stands under each. */
function arrange(path: Path, group: string, parent: string | null, wanted: readonly Field[]): void {
  for (const [index, field] of wanted.entries()) {
    const now = placeOf(path.document, field.id);
    if (!now) take(path, { kind: 'add_field', group, parent, index, field: { ...field, fields: [] } });
    else if (now.group !== group || now.parent !== parent || now.index !== index) {
      take(path, { kind: 'move_field', field: field.id, group, parent, index });
    }
    arrange(path, group, field.id, field.fields);
  }
}

function removeFrame(path: Path, after: ModelDocument): void {
  for (const { id } of path.document.taxonomies) {
    if (!after.taxonomies.some((taxonomy) => taxonomy.id === id))
      take(path, { kind: 'remove_taxonomy', taxonomy: id });
  }
  for (const { id } of path.document.groups) {
    if (!after.groups.some((group) => group.id === id)) take(path, { kind: 'remove_group', group: id });
  }
  for (const { id } of path.document.contentTypes) {
    if (!after.contentTypes.some((type) => type.id === id))
      take(path, { kind: 'remove_content_type', contentType: id });
  }
}

/** Types and groups have no change of their own for their order: they are taken out and put back in place. */
function orderFrame(path: Path, after: ModelDocument): void {
  for (const [index, contentType] of after.contentTypes.entries()) {
    if (path.document.contentTypes[index]?.id === contentType.id) continue;
    take(path, { kind: 'remove_content_type', contentType: contentType.id });
    take(path, { kind: 'add_content_type', contentType, index });
  }
  for (const [index, taxonomy] of after.taxonomies.entries()) {
    if (path.document.taxonomies[index]?.id === taxonomy.id) continue;
    take(path, { kind: 'remove_taxonomy', taxonomy: taxonomy.id });
    take(path, { kind: 'add_taxonomy', taxonomy, index });
  }
  for (const [index, group] of after.groups.entries()) {
    if (path.document.groups[index]?.id === group.id) continue;
    take(path, { kind: 'remove_group', group: group.id });
    take(path, { kind: 'add_group', group, index });
  }
}

/**
 * Finds changes that lead from one model to another.
 * @param before the model to begin with
 * @param after the model to come to
 * @returns changes to apply in order; none when both say the same
 * @example diffModels(model, model) // => []
 */
export function diffModels(before: ModelDocument, after: ModelDocument): readonly ModelChange[] {
  const path: Path = { document: before, changes: [] };
  raiseFrame(path, after);
  loosen(path, after);
  removeFields(path, after);
  setFields(path, after);
  for (const { id, fields } of after.groups) arrange(path, id, null, fields);
  removeFrame(path, after);
  orderFrame(path, after);
  return path.changes;
}
