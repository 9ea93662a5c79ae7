import { isRow, type Values } from '../fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { IssuePath } from '../issues/issue';

function within(at: JsonValue, step: string | number): JsonValue {
  if (typeof step === 'string') return isJsonObject(at) ? (at[step] ?? null) : null;
  const row = isJsonList(at) ? (at[step] ?? null) : null;
  return isRow(row) ? row.values : null;
}

/**
 * Reads what is stored in the place of an issue.
 * @returns null where nothing stands there
 * @example valueAt({ f_prices: [{ id: 'r_1', values: { f_amount: 12 } }] }, ['f_prices', 0, 'f_amount']) // => 12
 */
export const valueAt = (values: Values, path: IssuePath): JsonValue => path.reduce<JsonValue>(within, values);
