import type { CellField } from './cell-fields';
import { conventionsOf, type Conventions } from './conventions';
import type { Grid } from './grid';
import { readCell, type CellReading } from './read-cell';

/** So many cells are tried in another way. */
const TRIED = 200;

/** What is left open by the cells themselves, filled in each way. */
function ways({ dayOrder, decimal }: Conventions): readonly Conventions[] {
  const decimals = decimal === null ? ([null, '.', ','] as const) : [decimal];
  const orders = dayOrder === null ? ([null, 'day', 'month'] as const) : [dayOrder];
  return decimals.flatMap((each) => orders.map((order) => ({ decimal: each, dayOrder: order })));
}

/**
 * Tells how a column is written that is read as a field: where its cells leave it open, as the field takes most of them. A height
 * in whole metres is 1200 where somebody wrote 1.200.
 * @param lines without headings
 */
export function columnConventions(
  lines: Grid,
  column: number,
  { field }: CellField,
  reading: CellReading,
): Conventions {
  const own = conventionsOf(lines, column);
  const all = ways(own);
  if (all.length === 1) return own;
  const cells = lines.slice(0, TRIED).map((line) => line[column] ?? '');
  const wrong = (way: Conventions): number =>
    cells.filter((cell) => readCell(field, cell, way, reading).issues.length > 0).length;
  // The reader's own way comes first, and stays where no other is better.
  return all
    .map((way) => ({ way, wrong: wrong(way) }))
    .reduce((best, each) => (each.wrong < best.wrong ? each : best)).way;
}
