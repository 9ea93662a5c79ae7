import { relation } from '../fields/relation/relation';
import { settingsOf } from '../fields/settings-of';
import { term } from '../fields/term/term';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import type { Taxonomy } from '../model/document';
import { isRow } from '../fields/repeater/row';
import { foreignField } from './foreign-types';

/** An entry as it is written into tables. */
export interface ExportedEntry {
  readonly id: string;
  readonly title: string;
  readonly slug: string;
  readonly status: string;
  readonly values: JsonObject;
}

/** A table of a package that a workspace is written into. */
export interface ExportTable {
  readonly name: string;
  /** What the package says of it. */
  readonly resource: JsonObject;
  /** The rows that an entry has there. @param nameOf what media and people are called */
  rowsOf(entry: ExportedEntry, nameOf: (id: string) => string): readonly JsonObject[];
}

/** A column of values of an entry. */
interface Column {
  readonly field: CompiledField;
  /** Groups that it stands in, the outermost first. */
  readonly within: readonly CompiledField[];
  readonly described: JsonObject;
}

const nameIn = (within: readonly CompiledField[], { field }: CompiledField): string =>
  [...within.map((group) => group.field.key), field.key].join('.');

/** The fields whose values stand in the table itself, those in groups as well. */
function columnsOf(
  fields: readonly CompiledField[],
  within: readonly CompiledField[] = [],
): readonly Column[] {
  return fields.flatMap((field): readonly Column[] => {
    if (field.type.holds === 'one') return columnsOf(field.children, [...within, field]);
    const described = foreignField(field, nameIn(within, field));
    return described ? [{ field, within, described }] : [];
  });
}

const valueAt = (values: JsonObject, path: readonly CompiledField[]): JsonValue => {
  const [first, ...rest] = path;
  const value = first ? (values[first.id] ?? null) : null;
  if (rest.length === 0) return value;
  return isJsonObject(value) ? valueAt(value, rest) : null;
};

/** A value as it is told: media and people by their names, rows by the keys of their fields. */
function told(
  { type, children }: CompiledField,
  value: JsonValue,
  nameOf: (id: string) => string,
): JsonValue {
  if (type.refersTo === 'medium' || type.refersTo === 'person') {
    if (isJsonList(value)) return value.map((id) => (typeof id === 'string' ? nameOf(id) : id));
    return typeof value === 'string' ? nameOf(value) : value;
  }
  if (!type.rows || !isJsonList(value)) return value;
  return value.map((row) => (isRow(row) ? { row: row.id, ...byKeys(children, row.values, nameOf) } : row));
}

function byKeys(
  fields: readonly CompiledField[],
  values: JsonObject,
  nameOf: (id: string) => string,
): JsonObject {
  return Object.fromEntries(
    fields.flatMap((field) => {
      const value = values[field.id] ?? null;
      if (value === null || field.type.confidential || field.type.computed) return [];
      const { holds } = field.type;
      const inner = isJsonObject(value) && (holds === 'one' || holds === 'shape');
      return [[field.field.key, inner ? byKeys(field.children, value, nameOf) : told(field, value, nameOf)]];
    }),
  );
}

const cells = (columns: readonly Column[], values: JsonObject, nameOf: (id: string) => string): JsonObject =>
  Object.fromEntries(
    columns.flatMap(({ field, within }) => {
      const value = valueAt(values, [...within, field]);
      return value === null ? [] : [[nameIn(within, field), told(field, value, nameOf)] as const];
    }),
  );

const idColumn = (name: string): JsonObject => ({ name, type: 'string', constraints: { required: true } });

const foreignKey = (fields: string, resource: string): JsonObject => ({
  fields,
  reference: { resource, fields: 'id' },
});

function resource(name: string, title: string, fields: readonly JsonObject[], keys: JsonObject): JsonObject {
  return {
    name,
    title,
    path: `data/${name}.jsonl`,
    format: 'jsonl',
    schema: { fields: [...fields], ...keys },
  };
}

/** The one type or taxonomy that a field names things of; undefined where there are several, or none. */
function targetOf(model: CompiledModel, { field }: CompiledField): string | undefined {
  const types = settingsOf(relation, field)?.types ?? [];
  const [type] = types.length === 1 ? types : [];
  if (type !== undefined) return model.typeById.get(type)?.contentType.pluralKey;
  const taxonomy = settingsOf(term, field)?.taxonomy;
  return model.document.taxonomies.find(({ id }) => id === taxonomy)?.pluralKey;
}

const idsIn = (value: JsonValue): readonly string[] =>
  (isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string');

/** The table that says which things of another table the entries of a type name by a field. */
function joinTable(type: CompiledType, field: CompiledField, target: string): ExportTable {
  const { pluralKey, key } = type.contentType;
  const name = `${pluralKey}_${field.field.key}`;
  const fields = [idColumn(key), idColumn('names')];
  const keys = { foreignKeys: [foreignKey(key, pluralKey), foreignKey('names', target)] };
  return {
    name,
    resource: resource(name, field.field.label, fields, keys),
    rowsOf: ({ id, values }) => idsIn(values[field.id] ?? null).map((names) => ({ [key]: id, names })),
  };
}

/** The table that has the rows which stand in the entries of a type. */
function rowsTable(type: CompiledType, field: CompiledField): ExportTable {
  const { pluralKey, key } = type.contentType;
  const name = `${pluralKey}_${field.field.key}`;
  const columns = columnsOf(field.children);
  // Rows within rows have no table of their own.
  const nested = field.children
    .filter((child) => child.type.holds === 'rows')
    .map((child) => ({
      field: child,
      within: [],
      described: { name: child.field.key, type: 'array', title: child.field.label },
    }));
  const all = [...columns, ...nested];
  const fields = [idColumn(key), idColumn('row'), ...all.map(({ described }) => described)];
  const keys = { primaryKey: [key, 'row'], foreignKeys: [foreignKey(key, pluralKey)] };
  return {
    name,
    resource: resource(name, field.field.label, fields, keys),
    rowsOf: ({ id, values }, nameOf) => {
      const rows = values[field.id] ?? null;
      return (isJsonList(rows) ? rows : []).flatMap((row) =>
        isRow(row) ? [{ [key]: id, row: row.id, ...cells(all, row.values, nameOf) }] : [],
      );
    },
  };
}

/** A field that names things of one type or taxonomy. */
interface NamingField {
  readonly field: CompiledField;
  readonly target: string;
}

const namingFields = (model: CompiledModel, { fields }: CompiledType): readonly NamingField[] =>
  fields.flatMap((field) => {
    if (field.type.refersTo !== 'entry' && field.type.refersTo !== 'term') return [];
    const target = targetOf(model, field);
    return target === undefined ? [] : [{ field, target }];
  });

/** The table of the entries themselves. @param one the fields that name one thing each */
function entriesTable({ contentType, fields }: CompiledType, one: readonly NamingField[]): ExportTable {
  const { pluralKey, plural } = contentType;
  const columns = columnsOf(fields);
  const described = [
    idColumn('id'),
    { ...idColumn('title'), title: 'Title' },
    { ...idColumn('slug'), title: 'Slug' },
    { ...idColumn('status'), title: 'Status' },
    ...columns.map((column) => column.described),
    ...one.map(({ field: { field } }) => ({ name: field.key, type: 'string', title: field.label })),
  ];
  const keys = one.map(({ field, target }) => foreignKey(field.field.key, target));
  return {
    name: pluralKey,
    resource: resource(pluralKey, plural, described, { primaryKey: 'id', foreignKeys: keys }),
    rowsOf: ({ id, title, slug, status, values }, nameOf) => {
      const named = one.flatMap(({ field }) =>
        idsIn(values[field.id] ?? null).map((to) => [field.field.key, to]),
      );
      return [{ id, title, slug, status, ...cells(columns, values, nameOf), ...Object.fromEntries(named) }];
    },
  };
}

/** The tables that the entries of a type are written into: their own, then those of what they name and of their rows. */
function tablesOfType(model: CompiledModel, type: CompiledType): readonly ExportTable[] {
  const naming = namingFields(model, type);
  return [
    entriesTable(
      type,
      naming.filter(({ field }) => !field.type.list),
    ),
    ...naming
      .filter(({ field }) => field.type.list)
      .map(({ field, target }) => joinTable(type, field, target)),
    ...type.fields.filter((field) => field.type.holds === 'rows').map((field) => rowsTable(type, field)),
  ];
}

/** The table that the terms of a taxonomy are written into. */
export const termsResource = ({ pluralKey, plural }: Taxonomy): JsonObject =>
  resource(
    pluralKey,
    plural,
    [
      idColumn('id'),
      { ...idColumn('label'), title: 'Label' },
      idColumn('slug'),
      { name: 'parent', type: 'string' },
    ],
    { primaryKey: 'id', foreignKeys: [foreignKey('parent', '')] },
  );

/** A package that a workspace is written into. */
export interface DescribedPackage {
  /** By type, in the order of the model. */
  readonly types: readonly { readonly type: CompiledType; readonly tables: readonly ExportTable[] }[];
  readonly descriptor: JsonObject;
}

/**
 * Describes the tables that a workspace is written into: one for each type and taxonomy, for what entries name, and for their rows.
 * Secrets and computed values stand in none of them.
 * @param name what the package calls itself
 * @see https://datapackage.org/standard/data-package/
 */
export function describePackage(model: CompiledModel, name: string, title: string): DescribedPackage {
  const types = model.types.map((type) => ({ type, tables: tablesOfType(model, type) }));
  const resources = [
    ...model.document.taxonomies.map(termsResource),
    ...types.flatMap(({ tables }) => tables.map((table) => table.resource)),
  ];
  const $schema = 'https://datapackage.org/profiles/2.0/datapackage.json';
  return { types, descriptor: { $schema, name, title, resources } };
}
