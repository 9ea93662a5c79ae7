import { isRow, rowsOf, type Values } from '../fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

/** Goes into what a field holds: its rows, or its one set of values. */
function inside(
  field: CompiledField,
  value: JsonValue,
  before: JsonValue | undefined,
  change: (fields: readonly CompiledField[], values: Values, before: Values) => Values,
): JsonValue {
  if (field.children.length === 0) return value;
  if (isJsonList(value)) {
    const known = new Map(rowsOf(before).map((row) => [row.id, row.values]));
    return value.map((row) =>
      isRow(row) ? { ...row, values: change(field.children, row.values, known.get(row.id) ?? {}) } : row,
    );
  }
  if (!isJsonObject(value)) return value;
  return change(field.children, value, isJsonObject(before) ? before : {});
}

/**
 * Leaves of stored values those that fields declare, in rows and groups as well.
 * @example declared([], { f_gone: 1 }) // => {}
 */
export function declared(fields: readonly CompiledField[], values: Values): Values {
  const kept: Record<string, JsonValue> = {};
  for (const field of fields) {
    const value = values[field.id];
    if (value !== undefined)
      kept[field.id] = inside(field, value, undefined, (own, inner) => declared(own, inner));
  }
  return kept;
}

/**
 * Puts values that no field declares any more back where they stood before: a field that is taken back finds them again.
 * @param values values that fields declare
 * @param before the stored values, with the same rows by id
 */
export function withUndeclared(fields: readonly CompiledField[], values: Values, before: Values): Values {
  const known = new Set(fields.map(({ id }) => id));
  const whole: Record<string, JsonValue> = {};
  for (const [id, value] of Object.entries(before)) if (!known.has(id)) whole[id] = value;
  for (const field of fields) {
    const value = values[field.id];
    if (value !== undefined) whole[field.id] = inside(field, value, before[field.id], withUndeclared);
  }
  return whole;
}
