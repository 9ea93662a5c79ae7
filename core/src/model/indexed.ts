import type { IndexColumn } from '../fields/field-type';
import { isJsonList, type JsonValue } from '../json';
import type { CompiledField, CompiledType } from './compiled';

/** What a column of an index table holds: one value, the values of all rows in order, or lists of all rows. */
export type TableColumn = IndexColumn | 'float8[]' | 'boolean[]' | 'jsonb';

/** A field with a column in the index table of its type. */
export interface IndexedField {
  readonly field: CompiledField;
  readonly column: TableColumn;
  /** Whether it stands in rows, so that an entry has many values of it. */
  readonly inRows: boolean;
}

/** What holds the values of all rows, by what holds one. */
const COLUMN_IN_ROWS: Readonly<Record<IndexColumn, TableColumn>> = {
  text: 'text[]',
  float8: 'float8[]',
  boolean: 'boolean[]',
  'text[]': 'jsonb',
};

/** Tells whether lists can be filtered or sorted by a field, or show it: whether its type's index table has a column for it. */
export function isIndexed({ field, type, ancestors }: CompiledField): boolean {
  const wanted = field.filterable || (ancestors.length === 0 && (field.listColumn || field.unique));
  return type.index !== null && wanted;
}

function indexedIn(fields: readonly CompiledField[], inRows: boolean): readonly IndexedField[] {
  return fields.flatMap((field) => {
    const { index } = field.type;
    const column = index === null || !isIndexed(field) ? null : inRows ? COLUMN_IN_ROWS[index] : index;
    return [
      ...(column === null ? [] : [{ field, column, inRows }]),
      ...indexedIn(field.children, inRows || field.type.rows),
    ];
  });
}

const known = new WeakMap<CompiledType, ReadonlyMap<string, IndexedField>>();

/**
 * Lists the fields of a type that its index table has a column for, in groups and rows as well.
 * @returns the fields by their ids, in the order of the form
 * @example indexedFields(hut).get('f_altitude')?.column // => 'float8'
 */
export function indexedFields(type: CompiledType): ReadonlyMap<string, IndexedField> {
  const before = known.get(type);
  if (before) return before;
  const made = new Map(indexedIn(type.fields, false).map((each) => [each.field.id, each] as const));
  known.set(type, made);
  return made;
}

const JSON_TYPES = { text: 'string', float8: 'number', boolean: 'boolean' } as const;

/**
 * Reads a stored value as its column holds it. A draft may hold anything: what is not of the column's type is not there for
 * lists.
 * @returns null for what is empty or of another type
 * @example indexedValue('float8', 'two thousand') // => null
 */
export function indexedValue(index: IndexColumn, value: JsonValue): JsonValue {
  if (index === 'text[]') {
    const fits = isJsonList(value) && value.length > 0 && value.every((item) => typeof item === 'string');
    return fits ? value : null;
  }
  return typeof value === JSON_TYPES[index] && value !== '' ? value : null;
}
