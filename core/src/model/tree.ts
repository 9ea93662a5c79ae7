import type { Field, FieldGroup, ModelDocument } from './document';

/** Where a field stands: its group, the fields above it from the outermost, and its place among its siblings. */
export interface FieldPlace {
  readonly group: FieldGroup;
  readonly ancestors: readonly Field[];
  readonly index: number;
  readonly field: Field;
}

function findIn(
  group: FieldGroup,
  fields: readonly Field[],
  id: string,
  ancestors: readonly Field[],
): FieldPlace | null {
  for (const [index, field] of fields.entries()) {
    if (field.id === id) return { group, ancestors, index, field };
    const below = field.fields.length > 0 ? findIn(group, field.fields, id, [...ancestors, field]) : null;
    if (below) return below;
  }
  return null;
}

/**
 * Finds a field anywhere in a model.
 * @returns its place, or null when there is no such field
 * @example findField(emptyModel, 'f_1') // => null
 */
export function findField(document: ModelDocument, id: string): FieldPlace | null {
  for (const group of document.groups) {
    const place = findIn(group, group.fields, id, []);
    if (place) return place;
  }
  return null;
}

/**
 * Lists a field and everything under it, the field first.
 * @example withDescendants(field({ id: 'f_1', key: 'a', label: 'A', kind: 'text' })).length // => 1
 */
export function withDescendants(field: Field): readonly Field[] {
  return [field, ...field.fields.flatMap(withDescendants)];
}

/**
 * Lists every field of a group in the order of the sheet.
 * @example allFields({ ...group, fields: [] }) // => []
 */
export function allFields(group: FieldGroup): readonly Field[] {
  return group.fields.flatMap(withDescendants);
}

/** Replaces the list of siblings under a parent; everything beside the way there keeps its identity. */
export function replaceSiblings(
  document: ModelDocument,
  groupId: string,
  parentId: string | null,
  update: (siblings: readonly Field[]) => readonly Field[],
): ModelDocument {
  const inField = (field: Field): Field => {
    if (field.id === parentId) return { ...field, fields: update(field.fields) };
    const fields = mapKeeping(field.fields, inField);
    return fields === field.fields ? field : { ...field, fields };
  };
  return updateGroup(document, groupId, (group) =>
    parentId === null
      ? { ...group, fields: update(group.fields) }
      : { ...group, fields: mapKeeping(group.fields, inField) },
  );
}

/** Replaces one field, wherever it stands. */
export function updateField(
  document: ModelDocument,
  id: string,
  update: (field: Field) => Field,
): ModelDocument {
  const inField = (field: Field): Field => {
    if (field.id === id) return update(field);
    const fields = mapKeeping(field.fields, inField);
    return fields === field.fields ? field : { ...field, fields };
  };
  const groups = mapKeeping(document.groups, (group) => {
    const fields = mapKeeping(group.fields, inField);
    return fields === group.fields ? group : { ...group, fields };
  });
  return groups === document.groups ? document : { ...document, groups };
}

/** Replaces one group. */
export function updateGroup(
  document: ModelDocument,
  id: string,
  update: (group: FieldGroup) => FieldGroup,
): ModelDocument {
  return {
    ...document,
    groups: mapKeeping(document.groups, (group) => (group.id === id ? update(group) : group)),
  };
}

/**
 * Maps a list and answers the same list when no item changed, so that caches by identity stay valid.
 * @example const list = [1]; mapKeeping(list, (n) => n) === list // => true
 */
export function mapKeeping<Item>(items: readonly Item[], update: (item: Item) => Item): readonly Item[] {
  let changed = false;
  const mapped = items.map((item) => {
    const next = update(item);
    changed ||= next !== item;
    return next;
  });
  return changed ? mapped : items;
}

/** Answers a list with an item put in at a place; a place beyond the end means the end. */
export function insertAt<Item>(items: readonly Item[], index: number, item: Item): readonly Item[] {
  const place = Math.max(0, Math.min(index, items.length));
  return [...items.slice(0, place), item, ...items.slice(place)];
}
