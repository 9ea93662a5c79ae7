import { conversionBetween } from '../conversions/conversion';
import { NO_NAMES } from '../conversions/form';
import type { JsonObject, JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import { CELL } from '../transfer/import-columns';
import type { ColumnPlan } from './move-plan';

/** What a field within rows makes of a cell; what fits it in no way stays as it is, and refuses its entry. */
function taken(field: CompiledField, { options }: ColumnPlan, cell: JsonValue): JsonValue {
  const { behaviour } = field;
  if (behaviour.accepts(cell) && behaviour.validate(cell).length === 0) return cell;
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
      return field && cell !== null ? [[field.id, taken(field, column, cell)] as const] : [];
    }),
  );
}
