import type { ColumnName } from './sheet-columns';
import type { SheetRow } from './sheet-rows';

/** A cell of the sheet. */
export interface Cell {
  readonly row: string;
  readonly column: ColumnName;
}

const PAGE = 10;

/** Steps from line to line and from column to column. */
const STEPS: Readonly<Record<string, readonly [lines: number, columns: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageUp: [-PAGE, 0],
  PageDown: [PAGE, 0],
  Home: [0, -Infinity],
  End: [0, Infinity],
};

/**
 * The cell that a key leads to, as the treegrid pattern has it; `below` where it leads out of the last line.
 * @param whole whether Home and End mean all lines
 * @returns null for keys that lead nowhere
 * @see https://www.w3.org/WAI/ARIA/apg/patterns/treegrid/
 */
export function cellAfter(
  key: string,
  whole: boolean,
  at: Cell,
  rows: readonly SheetRow[],
  columns: readonly ColumnName[],
): Cell | 'below' | null {
  const step = STEPS[key];
  const line = rows.findIndex(({ id }) => id === at.row);
  if (!step || line < 0) return null;
  const isWhole = whole && (key === 'Home' || key === 'End');
  const wanted = isWhole ? (key === 'Home' ? 0 : rows.length - 1) : line + step[0];
  if (wanted >= rows.length && key === 'ArrowDown') return 'below';
  const row = rows[Math.max(0, Math.min(rows.length - 1, wanted))];
  const from = columns.indexOf(at.column);
  const to = isWhole ? from : Math.max(0, Math.min(columns.length - 1, from + step[1]));
  const column = columns[to];
  return row && column ? { row: row.id, column } : null;
}
