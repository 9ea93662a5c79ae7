import { dependenciesOf } from '../conditions/condition';
import { fieldTypeOf } from '../fields';
import { reachOf } from '../placement/reach';
import type { CompiledField, CompiledGroup, CompiledModel, CompiledType } from './compiled';
import { orderByDependency } from './dependency-order';
import type { ContentType, Field, FieldGroup, ModelDocument } from './document';

const compiledModels = new WeakMap<ModelDocument, CompiledModel>();
const compiledFields = new WeakMap<Field, CompiledField>();
const compiledGroups = new WeakMap<FieldGroup, readonly CompiledField[]>();
const compiledTypes = new WeakMap<ContentType, CompiledType>();

const sameList = <Item>(a: readonly Item[], b: readonly Item[]): boolean =>
  a.length === b.length && a.every((item, index) => item === b[index]);

/** Compiles a field once for as long as it keeps its identity and its place. */
function compileField(field: Field, groupId: string, ancestors: readonly string[]): CompiledField {
  const known = compiledFields.get(field);
  if (known && known.groupId === groupId && sameList(known.ancestors, ancestors)) return known;
  const type = fieldTypeOf(field.kind);
  const below = field.fields.length > 0 ? [...ancestors, field.id] : ancestors;
  const compiled: CompiledField = {
    id: field.id,
    key: field.key,
    label: field.label,
    publicLabel: field.publicLabel === '' ? field.label : field.publicLabel,
    field,
    type,
    behaviour: type.compile(field.settings),
    groupId,
    ancestors,
    children: field.fields.filter(({ active }) => active).map((child) => compileField(child, groupId, below)),
  };
  compiledFields.set(field, compiled);
  return compiled;
}

function compileGroup(group: FieldGroup): readonly CompiledField[] {
  const known = compiledGroups.get(group);
  if (known) return known;
  const compiled = group.fields.map((field) => compileField(field, group.id, []));
  compiledGroups.set(group, compiled);
  return compiled;
}

/** Every field of a group, inactive and nested ones included. */
function indexGroup(group: FieldGroup, index: Map<string, CompiledField>): void {
  const visit = (field: Field, ancestors: readonly string[]): void => {
    index.set(field.id, compileField(field, group.id, ancestors));
    if (field.fields.length > 0) for (const child of field.fields) visit(child, [...ancestors, field.id]);
  };
  for (const field of group.fields) visit(field, []);
}

const withChildren = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.children.flatMap(withChildren),
];

function compileType(contentType: ContentType, groups: readonly FieldGroup[]): CompiledType {
  const reaching = groups.filter(
    (group) => group.active && reachOf(group.appearsOn, contentType.id) !== 'none',
  );
  const known = compiledTypes.get(contentType);
  if (
    known &&
    sameList(
      known.groups.map(({ group }) => group),
      reaching,
    )
  )
    return known;
  const compiledGroupList: readonly CompiledGroup[] = reaching.map((group) => ({
    group,
    fields: compileGroup(group).filter(({ field }) => field.active),
  }));
  const fields = compiledGroupList.flatMap((group) => group.fields);
  const { ordered, cycles } = orderByDependency(fields.flatMap(withChildren), ({ field }) =>
    dependenciesOf(field.shownWhen),
  );
  const compiled: CompiledType = {
    contentType,
    groups: compiledGroupList,
    partialGroups: compiledGroupList.filter(
      ({ group }) => reachOf(group.appearsOn, contentType.id) === 'some',
    ),
    fields,
    byKey: new Map(fields.map((field) => [field.key, field])),
    conditional: ordered.filter(({ field }) => field.shownWhen !== null),
    cycles,
  };
  compiledTypes.set(contentType, compiled);
  return compiled;
}

/**
 * Compiles a model document: the form of everything that others ask of it.
 *
 * The result is kept as long as the document is, and whatever a change did not touch is taken over from before.
 *
 * @param document a parsed model document
 * @returns the compiled model; the same one for the same document
 * @example compileModel(emptyModel).types // => []
 */
export function compileModel(document: ModelDocument): CompiledModel {
  const known = compiledModels.get(document);
  if (known) return known;
  const fields = new Map<string, CompiledField>();
  for (const group of document.groups) indexGroup(group, fields);
  const types = document.contentTypes.map((contentType) => compileType(contentType, document.groups));
  const compiled: CompiledModel = {
    document,
    types,
    typeById: new Map(types.map((type) => [type.contentType.id, type])),
    typeByKey: new Map(types.map((type) => [type.contentType.key, type])),
    typeByPluralKey: new Map(types.map((type) => [type.contentType.pluralKey, type])),
    fields,
    groups: new Map(document.groups.map((group) => [group.id, group])),
  };
  compiledModels.set(document, compiled);
  return compiled;
}
