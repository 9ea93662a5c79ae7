import { isRow, rowsOf, type Values } from '../fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

/** Says what becomes of one stored value; undefined takes it away. */
export type StoredVisit = (
  field: CompiledField,
  value: JsonValue | undefined,
  before: JsonValue | undefined,
) => JsonValue | undefined;

/** Whether a field, or one under it, is of interest. */
function concerns(field: CompiledField, wanted: (field: CompiledField) => boolean): boolean {
  return wanted(field) || field.children.some((child) => concerns(child, wanted));
}

function mapContainer(
  field: CompiledField,
  value: JsonValue,
  before: JsonValue | undefined,
  wanted: (field: CompiledField) => boolean,
  visit: StoredVisit,
): JsonValue {
  if (isJsonList(value)) {
    const known = new Map(rowsOf(before).map((row) => [row.id, row.values]));
    return value.map((row) =>
      isRow(row)
        ? { ...row, values: mapStored(field.children, row.values, known.get(row.id) ?? {}, wanted, visit) }
        : row,
    );
  }
  if (!isJsonObject(value)) return value;
  return mapStored(field.children, value, isJsonObject(before) ? before : {}, wanted, visit);
}

/**
 * Goes through the stored values of some fields, in rows and groups as well, and puts others in their place.
 * @param before the values as they were, with the same rows by id; an empty object where there were none
 * @param wanted which fields are visited
 * @param visit what becomes of each; fields without a value are visited too
 * @returns the values with what was visited replaced; the same object where nothing is of interest
 */
export function mapStored(
  fields: readonly CompiledField[],
  values: Values,
  before: Values,
  wanted: (field: CompiledField) => boolean,
  visit: StoredVisit,
): Values {
  const interesting = fields.filter((field) => concerns(field, wanted));
  if (interesting.length === 0) return values;
  const mapped: Record<string, JsonValue> = { ...values };
  for (const field of interesting) {
    const value = values[field.id];
    const was = before[field.id];
    const next = wanted(field)
      ? visit(field, value, was)
      : value === undefined
        ? undefined
        : mapContainer(field, value, was, wanted, visit);
    if (next === undefined || next === null) delete mapped[field.id];
    else mapped[field.id] = next;
  }
  return mapped;
}
