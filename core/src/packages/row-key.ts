import type { JsonObject, JsonValue } from '../json';
import { castCell } from './equivalents/index';
import type { PackageTable } from './package-table';

const textOf = (cell: JsonValue): string => (typeof cell === 'object' ? JSON.stringify(cell) : String(cell));

/** The cells of a row as their columns say they are written. */
export const castRow = ({ fields, missingValues }: PackageTable, cells: JsonObject): JsonObject =>
  Object.fromEntries(fields.map((each) => [each.name, castCell(cells[each.name], each, missingValues)]));

/**
 * What a row is told apart by from the others of its table.
 * @param table what it says of its key
 * @param cells as `castRow` leaves them
 * @param number its place, for tables that say nothing
 * @returns null where it lacks it
 * @example rowKey(huts, { id: 12 }, 1) // => '12'
 */
export function rowKey(
  table: Pick<PackageTable, 'primaryKey'>,
  cells: JsonObject,
  number: number,
): string | null {
  const { primaryKey } = table;
  if (primaryKey.length === 0) return `#${number}`;
  const parts = primaryKey.map((column) => cells[column] ?? null);
  if (parts.includes(null)) return null;
  return parts.length === 1 ? textOf(parts[0] ?? null) : JSON.stringify(parts);
}

/** The key of the row of another table that a cell names; null for an empty one. */
export const namedKey = (cell: JsonValue | undefined): string | null =>
  cell === undefined || cell === null ? null : textOf(cell);
