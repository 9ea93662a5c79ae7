import { dependenciesOf } from '../conditions/condition';
import { readsOf } from './reads';
import { fieldTypeOf } from '../fields';
import { computed } from '../fields/computed/computed';
import { listOf } from '../fields/list-of';
import { asksFor, namesType, reachOf } from './reach';
import type { CompiledField, CompiledGroup, CompiledModel, CompiledType } from './compiled';
import { orderByDependency } from './dependency-order';
import type { ReferenceKind } from '../fields/reference';
import { kindOfSubject, subjectsOf } from './subjects';
import { termsGroup } from './terms-group';
import { expandGroup } from './expand';
import type { ContentType, Field, FieldGroup, ModelDocument, Taxonomy } from './document';

const compiledModels = new WeakMap<ModelDocument, CompiledModel>();
const compiledFields = new WeakMap<Field, CompiledField>();
const compiledGroups = new WeakMap<FieldGroup, readonly CompiledField[]>();
const fieldsOfGroups = new WeakMap<FieldGroup, readonly CompiledField[]>();
const compiledTypes = new WeakMap<ContentType, CompiledType>();

const sameList = <Item>(a: readonly Item[], b: readonly Item[]): boolean =>
  a.length === b.length && a.every((item, index) => item === b[index]);

const isValued = ({ type }: CompiledField): boolean => !type.valueless;

/**
 * Compiles a field once for as long as it keeps its identity and its place.
 * @param groupId the group that it stands in
 * @param ancestors ids of the fields above it, the outermost first
 */
export function compileField(field: Field, groupId: string, ancestors: readonly string[]): CompiledField {
  const known = compiledFields.get(field);
  if (known && known.groupId === groupId && sameList(known.ancestors, ancestors)) return known;
  const one = fieldTypeOf(field.kind).under(field.settings);
  const type = field.many && one.listable ? listOf(one, field.many) : one;
  const below = field.fields.length > 0 ? [...ancestors, field.id] : ancestors;
  const formChildren = field.fields
    .filter(({ active }) => active)
    .map((child) => compileField(child, groupId, below));
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
    children: formChildren.filter(isValued),
    formChildren,
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
function fieldsWithin(group: FieldGroup): readonly CompiledField[] {
  const known = fieldsOfGroups.get(group);
  if (known) return known;
  const found: CompiledField[] = [];
  const visit = (field: Field, ancestors: readonly string[]): void => {
    found.push(compileField(field, group.id, ancestors));
    if (field.fields.length > 0) for (const child of field.fields) visit(child, [...ancestors, field.id]);
  };
  for (const field of group.fields) visit(field, []);
  fieldsOfGroups.set(group, found);
  return found;
}

const withChildren = (field: CompiledField): readonly CompiledField[] => [
  field,
  ...field.formChildren.flatMap(withChildren),
];

/** Ids of the fields that decide whether a field shows, and of those its computed value is made from. */
function dependenciesIn(field: CompiledField, entry: readonly CompiledField[]): readonly string[] {
  const shown = dependenciesOf(field.field.shownWhen);
  if (!field.type.computed) return shown;
  const here = field.ancestors.reduce<readonly CompiledField[]>(
    (siblings, id) => siblings.find((each) => each.id === id)?.children ?? [],
    entry,
  );
  return [...shown, ...readsOf(computed.read(field.field.settings).expression, { here, entry })];
}

interface Reached {
  readonly among: readonly ContentType[];
  readonly typeIds: readonly string[];
}
const reachedTypes = new WeakMap<FieldGroup, Reached>();

const isOffered = ({ active, shared }: FieldGroup): boolean => active && !shared;

/** The types on whose entries a group can appear; asked for every group whenever a model is compiled. */
function reachedBy(group: FieldGroup, types: readonly ContentType[]): readonly string[] {
  const known = reachedTypes.get(group);
  if (known?.among === types) return known.typeIds;
  const typeIds = isOffered(group)
    ? types.filter((type) => reachOf(group.appearsOn, type) !== 'none').map(({ id }) => id)
    : [];
  reachedTypes.set(group, { among: types, typeIds });
  return typeIds;
}

/** The groups that can appear on each type, in the order of the model. */
function groupsByType(
  groups: readonly FieldGroup[],
  types: readonly ContentType[],
): ReadonlyMap<string, readonly FieldGroup[]> {
  const found = new Map<string, FieldGroup[]>();
  for (const group of groups) {
    for (const typeId of reachedBy(group, types)) {
      const ofType = found.get(typeId);
      if (ofType) ofType.push(group);
      else found.set(typeId, [group]);
    }
  }
  return found;
}

function compileType(
  contentType: ContentType,
  kind: ReferenceKind,
  reaching: readonly FieldGroup[],
): CompiledType {
  const known = compiledTypes.get(contentType);
  if (
    known &&
    sameList(
      known.groups.map(({ group }) => group),
      reaching,
    )
  )
    return known;
  const compiledGroupList: readonly CompiledGroup[] = reaching.map((group) => {
    const formFields = compileGroup(group).filter(({ field }) => field.active);
    return { group, fields: formFields.filter(isValued), formFields };
  });
  const fields = compiledGroupList.flatMap((group) => group.fields);
  const { ordered, cycles } = orderByDependency(
    compiledGroupList.flatMap(({ formFields }) => formFields).flatMap(withChildren),
    (field) => dependenciesIn(field, fields),
  );
  const compiled: CompiledType = {
    contentType,
    kind,
    groups: compiledGroupList,
    partialGroups: compiledGroupList.filter(({ group }) => reachOf(group.appearsOn, contentType) === 'some'),
    fields,
    byKey: new Map(fields.map((field) => [field.key, field])),
    computed: ordered.filter(({ type }) => type.computed),
    conditional: ordered.filter(({ field }) => field.shownWhen !== null),
    cycles,
  };
  compiledTypes.set(contentType, compiled);
  return compiled;
}

/** The groups of the model, and behind them the one with the terms of the type. */
function groupsOfType(
  contentType: ContentType,
  groups: readonly FieldGroup[],
  taxonomies: readonly Taxonomy[],
): readonly FieldGroup[] {
  const terms = termsGroup(contentType, taxonomies);
  return terms ? [...groups, terms] : groups;
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
  const sets = new Map(document.groups.filter(({ shared }) => shared).map((group) => [group.id, group]));
  const groups = document.groups.map((group) => expandGroup(group, sets));
  for (const group of groups) for (const field of fieldsWithin(group)) fields.set(field.id, field);
  const reaching = groupsByType(groups, document.contentTypes);
  const types = document.contentTypes.map((contentType) =>
    compileType(
      contentType,
      'entry',
      groupsOfType(contentType, reaching.get(contentType.id) ?? [], document.taxonomies),
    ),
  );
  for (const type of types) {
    for (const field of type.fields) if (!fields.has(field.id)) fields.set(field.id, field);
  }
  const subjects = subjectsOf(document).map((subject) =>
    compileType(
      subject,
      kindOfSubject(subject, document),
      groups.filter(
        (group) =>
          isOffered(group) &&
          namesType(group.appearsOn, subject.id) &&
          reachOf(group.appearsOn, subject) !== 'none',
      ),
    ),
  );
  const compiled: CompiledModel = {
    document,
    types,
    subjects,
    typeById: new Map(types.map((type) => [type.contentType.id, type])),
    subjectById: new Map([...types, ...subjects].map((type) => [type.contentType.id, type])),
    typeByKey: new Map(types.map((type) => [type.contentType.key, type])),
    typeByPluralKey: new Map(types.map((type) => [type.contentType.pluralKey, type])),
    fields,
    singles: new Set([...fields.values()].filter(({ type }) => type.holds === 'one').map(({ id }) => id)),
    groups: new Map(groups.map((group) => [group.id, group])),
    asksForTerms: groups.some(({ appearsOn }) => asksFor(appearsOn, 'term')),
    asksForRoles: groups.some(({ appearsOn }) => asksFor(appearsOn, 'role')),
    scoped: false,
    drafts: false,
  };
  compiledModels.set(document, compiled);
  return compiled;
}
