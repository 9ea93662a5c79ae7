import { rowsOf, type Row, type Values } from '../fields/repeater/row';
import { newId } from '../ids';
import type { JsonValue } from '../json';
import { insertAt } from '../model/tree';

/** Where a value stands: the entry, or a row of one of its repeaters. */
export interface ValuePlace {
  readonly repeater: string;
  readonly row: string;
}

/** Edits of an entry's values, as values. */
export type ValueChange =
  | {
      readonly kind: 'set_value';
      readonly place: ValuePlace | null;
      readonly field: string;
      readonly value: JsonValue;
    }
  | { readonly kind: 'insert_row'; readonly repeater: string; readonly index: number; readonly row: Row }
  | { readonly kind: 'remove_row'; readonly repeater: string; readonly row: string }
  | { readonly kind: 'move_row'; readonly repeater: string; readonly row: string; readonly index: number };

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

/**
 * Applies an edit to an entry's values.
 * @param values the values before; they are not altered
 * @param change the edit; a row that is gone makes it do nothing
 * @returns the values after; untouched rows keep their identity
 * @example applyValueChange({}, { kind: 'set_value', place: null, field: 'f_1', value: 3 }) // => { f_1: 3 }
 */
export function applyValueChange(values: Values, change: ValueChange): Values {
  switch (change.kind) {
    case 'set_value': {
      const { place, field, value } = change;
      if (!place) return withValue(values, field, value);
      return withRows(values, place.repeater, (rows) =>
        rows.map((row) =>
          row.id === place.row ? { ...row, values: withValue(row.values, field, value) } : row,
        ),
      );
    }
    case 'insert_row':
      // A row that is there already, as after undoing in two ways, is not put in twice.
      return withRows(values, change.repeater, (rows) =>
        hasRow(values, change.repeater, change.row.id) ? rows : insertAt(rows, change.index, change.row),
      );
    case 'remove_row':
      return withRows(values, change.repeater, (rows) => rows.filter(({ id }) => id !== change.row));
    case 'move_row':
      return withRows(values, change.repeater, (rows) => {
        const row = rows.find(({ id }) => id === change.row);
        return row
          ? insertAt(
              rows.filter(({ id }) => id !== change.row),
              change.index,
              row,
            )
          : rows;
      });
  }
}

/**
 * Makes the edit that takes an edit back.
 * @param before the values before the edit
 * @returns the inverse, or null when the edit changed nothing that can be found again
 */
export function inverseValueChange(before: Values, change: ValueChange): ValueChange | null {
  switch (change.kind) {
    case 'set_value': {
      const { place, field } = change;
      const own = place ? rowsOf(before[place.repeater]).find(({ id }) => id === place.row)?.values : before;
      return own ? { ...change, value: own[field] ?? null } : null;
    }
    case 'insert_row':
      return hasRow(before, change.repeater, change.row.id)
        ? null
        : { kind: 'remove_row', repeater: change.repeater, row: change.row.id };
    case 'remove_row':
    case 'move_row': {
      const rows = rowsOf(before[change.repeater]);
      const index = rows.findIndex(({ id }) => id === change.row);
      const row = rows[index];
      if (!row) return null;
      return change.kind === 'remove_row'
        ? { kind: 'insert_row', repeater: change.repeater, index, row }
        : { ...change, index };
    }
  }
}

/** Copies a row under a new id. */
export function duplicateRow(row: Row): Row {
  return { id: newId('r'), values: row.values };
}
