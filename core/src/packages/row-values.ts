import { conversionBetween } from '../conversions/conversion';
import { NO_NAMES } from '../conversions/form';
import { ID_PATTERN } from '../ids';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import { CELL, forField, isValueOf } from '../transfer/import-columns';
import type { ColumnPlan } from './move-plan';

/** A row within a row, by the keys of its fields; where it says which it is, it stays that. */
function ownRow(repeater: CompiledField, row: JsonValue): JsonValue {
  const id = isJsonObject(row) ? row['row'] : null;
  if (!isJsonObject(row) || typeof id !== 'string' || !ID_PATTERN.test(id)) return row;
  const values = repeater.children.flatMap((child) => {
    const value = row[child.key] ?? null;
    return value === null ? [] : [[child.id, value] as const];
  });
  return { id, values: Object.fromEntries(values) };
}

/** What a field within rows makes of a cell; what fits it in no way stays as it is, and refuses its entry. */
function taken(field: CompiledField, { options }: ColumnPlan, cell: JsonValue): JsonValue {
  if (field.type.holds === 'rows' && isJsonList(cell)) return cell.map((row) => ownRow(field, row));
  const { behaviour } = field;
  const isTyped =
    typeof cell !== 'string' && behaviour.accepts(cell) && behaviour.validate(cell).length === 0;
  if (isTyped || isValueOf(field, cell)) return cell;
  const outcome = conversionBetween(CELL, field, options, NO_NAMES).convert(cell);
  const isOpen = !outcome || outcome.kind === 'undecided' || outcome.kind === 'lost';
  return isOpen || outcome.value === undefined ? cell : outcome.value;
}

/**
 * The values of a row within an entry, of a row of another table.
 * @param repeater the field that has the rows
 * @param cells as `castRow` leaves them
 */
export function rowValues(
  repeater: CompiledField,
  columns: readonly ColumnPlan[],
  cells: JsonObject,
): JsonObject {
  const byId = new Map(repeater.children.map((child) => [child.id, child]));
  return Object.fromEntries(
    columns.flatMap((column) => {
      const field = column.to === null ? undefined : byId.get(column.to);
      const cell = cells[column.column] ?? null;
      return field && cell !== null ? [[field.id, taken(field, column, forField(field, cell))] as const] : [];
    }),
  );
}
