import { rowsOf, type Row, type Values } from '../fields/repeater/row';
import { newId } from '../ids';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import { insertAt } from '../model/tree';

/** A step into an entry's values: a row of a field, or with `row` null the one set of values of a group or shape. */
export interface ValueStep {
  readonly field: string;
  readonly row: string | null;
}

/** Where values stand: the steps from the entry to them, the outermost first. */
export type ValuePlace = readonly ValueStep[];

/** The entry itself. */
export const ENTRY: ValuePlace = [];

/** Edits of an entry's values, as values. */
export type ValueChange = { readonly place: ValuePlace } & (
  | { readonly kind: 'set_value'; readonly field: string; readonly value: JsonValue }
  | { readonly kind: 'insert_row'; readonly repeater: string; readonly index: number; readonly row: Row }
  | {
      readonly kind: 'insert_rows';
      readonly repeater: string;
      readonly index: number;
      readonly rows: readonly Row[];
    }
  | { readonly kind: 'remove_row'; readonly repeater: string; readonly row: string }
  | { readonly kind: 'remove_rows'; readonly repeater: string; readonly rows: readonly string[] }
  | { readonly kind: 'move_row'; readonly repeater: string; readonly row: string; readonly index: number }
);

const withValue = (values: Values, field: string, value: JsonValue): Values => {
  if (value !== null) return { ...values, [field]: value };
  const rest: Record<string, JsonValue> = { ...values };
  delete rest[field];
  return rest;
};

const hasRow = (values: Values, repeater: string, id: string): boolean =>
  rowsOf(values[repeater]).some((row) => row.id === id);

const withRows = (
  values: Values,
  repeater: string,
  update: (rows: readonly Row[]) => readonly Row[],
): Values => ({
  ...values,
  [repeater]: update(rowsOf(values[repeater])),
});

const setAt = (value: JsonValue | undefined): Values => (isJsonObject(value) ? value : {});

/** Updates the values at a place; a row that is gone leaves everything as it is. */
function updateAt(values: Values, place: ValuePlace, update: (values: Values) => Values): Values {
  const [step, ...rest] = place;
  if (!step) return update(values);
  if (step.row === null)
    return { ...values, [step.field]: updateAt(setAt(values[step.field]), rest, update) };
  return withRows(values, step.field, (rows) =>
    rows.map((row) => (row.id === step.row ? { ...row, values: updateAt(row.values, rest, update) } : row)),
  );
}

/**
 * Finds the values at a place.
 * @returns null when a row on the way is gone; what a group would hold where nothing is stored yet is an empty object
 * @example valuesAt({ f_beds: { f_winter: 4 } }, [{ field: 'f_beds', row: null }]) // => { f_winter: 4 }
 */
export function valuesAt(values: Values, place: ValuePlace): Values | null {
  return place.reduce<Values | null>((found, { field, row }) => {
    if (found === null) return null;
    if (row === null) return setAt(found[field]);
    return rowsOf(found[field]).find(({ id }) => id === row)?.values ?? null;
  }, values);
}

function changed(values: Values, change: ValueChange): Values {
  switch (change.kind) {
    case 'set_value':
      return withValue(values, change.field, change.value);
    case 'insert_row':
      // A row that is there already, as after undoing in two ways, is not put in twice.
      return withRows(values, change.repeater, (rows) =>
        hasRow(values, change.repeater, change.row.id) ? rows : insertAt(rows, change.index, change.row),
      );
    case 'insert_rows':
      return withRows(values, change.repeater, (rows) => {
        const known = new Set(rows.map(({ id }) => id));
        const others = change.rows.filter(({ id }) => !known.has(id));
        return [...rows.slice(0, change.index), ...others, ...rows.slice(change.index)];
      });
    case 'remove_row':
      return withRows(values, change.repeater, (rows) => rows.filter(({ id }) => id !== change.row));
    case 'remove_rows': {
      const gone = new Set(change.rows);
      return withRows(values, change.repeater, (rows) => rows.filter(({ id }) => !gone.has(id)));
    }
    case 'move_row':
      return withRows(values, change.repeater, (rows) => {
        const row = rows.find(({ id }) => id === change.row);
        const others = rows.filter(({ id }) => id !== change.row);
        return row ? insertAt(others, change.index, row) : rows;
      });
  }
}

/**
 * Applies an edit to an entry's values.
 * @param values the values before; they are not altered
 * @param change the edit; a row that is gone makes it do nothing
 * @returns the values after; untouched rows keep their identity
 * @example applyValueChange({}, { kind: 'set_value', place: [], field: 'f_1', value: 3 }) // => { f_1: 3 }
 */
export function applyValueChange(values: Values, change: ValueChange): Values {
  return updateAt(values, change.place, (own) => changed(own, change));
}

/** The edit that takes away the outermost group which an edit at a place would bring into being. */
function firstMadeGroup(before: Values, place: ValuePlace): ValueChange | null {
  for (const [index, { field, row }] of place.entries()) {
    const around = place.slice(0, index);
    if (row !== null || valuesAt(before, around)?.[field] !== undefined) continue;
    return { kind: 'set_value', place: around, field, value: null };
  }
  return null;
}

/**
 * Makes the edit that takes an edit back.
 * @param before the values before the edit
 * @returns the inverse, or null when the edit changed nothing that can be found again
 */
export function inverseValueChange(before: Values, change: ValueChange): ValueChange | null {
  const own = valuesAt(before, change.place);
  if (!own) return null;
  const { place } = change;
  const made = firstMadeGroup(before, place);
  if (made) return made;
  if (change.kind === 'set_value') return { ...change, value: own[change.field] ?? null };
  const { repeater } = change;
  if (change.kind === 'insert_row') {
    // Rows that were not there at all are not there again, instead of being an empty list.
    if (own[repeater] === undefined) return { kind: 'set_value', place, field: repeater, value: null };
    return hasRow(own, repeater, change.row.id)
      ? null
      : { kind: 'remove_row', place, repeater, row: change.row.id };
  }
  const rows = rowsOf(own[repeater]);
  if (change.kind === 'insert_rows') {
    if (own[repeater] === undefined) return { kind: 'set_value', place, field: repeater, value: null };
    const known = new Set(rows.map(({ id }) => id));
    const made = change.rows.map(({ id }) => id).filter((id) => !known.has(id));
    return made.length === 0 ? null : { kind: 'remove_rows', place, repeater, rows: made };
  }
  // Rows that stood apart are put back as they all stood.
  if (change.kind === 'remove_rows') {
    const isThere = rows.some(({ id }) => change.rows.includes(id));
    return isThere ? { kind: 'set_value', place, field: repeater, value: rows } : null;
  }
  const index = rows.findIndex(({ id }) => id === change.row);
  const row = rows[index];
  if (!row) return null;
  return change.kind === 'remove_row'
    ? { kind: 'insert_row', place, repeater, index, row }
    : { ...change, index };
}

/** Gives rows within some values new ids, at any depth. */
function withNewRowIds(value: JsonValue): JsonValue {
  if (isJsonList(value)) return value.map(withNewRowIds);
  if (!isJsonObject(value)) return value;
  const copied = Object.fromEntries(Object.entries(value).map(([key, each]) => [key, withNewRowIds(each)]));
  const isRow = typeof value['id'] === 'string' && isJsonObject(value['values']);
  return isRow ? { ...copied, id: newId('r') } : copied;
}

/** Copies a row, and the rows within it, under new ids. */
export function duplicateRow(row: Row): Row {
  const values = Object.fromEntries(
    Object.entries(row.values).map(([field, value]) => [field, withNewRowIds(value)]),
  );
  return { id: newId('r'), values };
}
