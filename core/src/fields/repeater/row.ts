import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../../json';

/** The values of one level of an entry, by permanent field id. What is not there is empty. */
export type Values = JsonObject;

/** One row of a repeater: a permanent id, so that undo and merging know it again, and its values. */
export interface Row extends JsonObject {
  readonly id: string;
  readonly values: Values;
}

/**
 * Tells a row from other JSON values.
 * @example isRow({ id: 'r_1', values: {} }) // => true
 */
export function isRow(value: JsonValue): value is Row {
  return isJsonObject(value) && typeof value['id'] === 'string' && isJsonObject(value['values'] ?? null);
}

/**
 * Reads the rows of a repeater's stored value.
 * @returns its rows; none when nothing or something else is stored
 * @example rowsOf(undefined) // => []
 */
export function rowsOf(value: JsonValue | undefined): readonly Row[] {
  return value !== undefined && isJsonList(value) ? value.filter(isRow) : [];
}
