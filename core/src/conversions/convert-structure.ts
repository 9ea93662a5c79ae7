import { isRow, rowsOf } from '../fields/repeater/row';
import { isJsonList, isJsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import type { Outcome } from './outcome';

/** The id of the row that a group becomes: always the same, for it is the only one of its list. */
const FIRST_ROW = 'r_first';

const found = (
  kind: Outcome['kind'],
  value: JsonValue | undefined,
  losses: Outcome['losses'] = [],
): Outcome => ({ kind, value, losses, issue: null });

const isEmptyRow = (value: JsonValue): boolean => isJsonObject(value) && Object.keys(value).length === 0;

/** Whether somebody has saved a value in its new shape, before it was taken over. */
const isThereAlready = (to: CompiledField['type']['holds'], value: JsonValue): boolean =>
  to === 'rows'
    ? isJsonList(value) && value.length > 0 && value.every(isRow)
    : to === 'one' && isJsonObject(value);

/**
 * Takes a value over that is made of child fields: these keep their ids, so that rows and groups hold the same.
 * @returns null where either field holds none
 */
export function convertStructure(
  before: CompiledField,
  after: CompiledField,
  value: JsonValue,
): Outcome | null {
  const [from, to] = [before.type.holds, after.type.holds];
  if (from === null && to === null) return null;
  if (from === to || (from !== null && isThereAlready(to, value))) return found('kept', value);
  if (from === 'one' && to === 'rows' && isJsonObject(value))
    return isEmptyRow(value)
      ? found('kept', undefined)
      : found('converted', [{ id: FIRST_ROW, values: value }]);
  if (from === 'rows' && to === 'one' && isJsonList(value) && value.every(isRow)) {
    const [first, ...others] = rowsOf(value);
    return found(
      others.length > 0 ? 'reduced' : 'converted',
      first?.values,
      others.length > 0 ? ['other_rows'] : [],
    );
  }
  return found('lost', undefined);
}
