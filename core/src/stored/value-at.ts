import { isRow, type Values } from '../fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { IssuePath } from '../issues/issue';

/**
 * Reads what is stored in the place of an issue.
 * @returns undefined where nothing stands there
 * @example valueAt({ f_prices: [{ id: 'r_1', values: { f_amount: 12 } }] }, ['f_prices', 0, 'f_amount']) // => 12
 */
export function valueAt(values: Values, path: IssuePath): JsonValue | undefined {
  let at: JsonValue | undefined = values;
  for (const step of path) {
    if (at === undefined || at === null) return undefined;
    if (typeof step === 'number') {
      const row: JsonValue | undefined = isJsonList(at) ? at[step] : undefined;
      at = row !== undefined && isRow(row) ? row.values : undefined;
    } else at = isJsonObject(at) ? at[step] : undefined;
  }
  return at;
}
