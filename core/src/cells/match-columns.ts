import type { CellField } from './cell-fields';
import { conventionsOf } from './conventions';
import type { Grid } from './grid';
import { readCell, type CellReading } from './read-cell';
import { sureness } from './sureness';

/** What the columns of a table are. */
export interface Matching {
  /** Lines above the first row of values: headings, and what stands over them. */
  readonly headings: number;
  /** For each column the place of its field among those of the row; null for one that is left out. */
  readonly columns: readonly (number | null)[];
}

/** So many lines from the top a line of headings is looked for. */
const HEADING_LINES = 3;

/** So many cells in a hundred have to be read as values of their field. */
const SHARE = 0.6;

const namesOf = ({ field, label }: CellField): readonly string[] => [
  field.label,
  field.key,
  field.publicLabel,
  label,
];

/** The fields that a line of headings names, the surest first; each field once. */
function byHeadings(line: readonly string[], fields: readonly CellField[]): readonly (number | null)[] {
  const pairs = line
    .flatMap((cell, column) =>
      fields.map((field, at) => ({ column, at, sure: sureness(cell, namesOf(field)) })),
    )
    .filter(({ sure }) => sure > 0)
    .sort((one, other) => other.sure - one.sure);
  const columns: (number | null)[] = line.map(() => null);
  const taken = new Set<number>();
  for (const { column, at } of pairs) {
    if (columns[column] !== null || taken.has(at)) continue;
    columns[column] = at;
    taken.add(at);
  }
  return columns;
}

const isBlank = (grid: Grid, column: number): boolean =>
  grid.every((line) => (line[column] ?? '').trim() === '');

/** Fields in their order, for the columns that hold anything. */
function byOrder(grid: Grid, fields: readonly CellField[]): readonly (number | null)[] {
  let next = 0;
  return (grid[0] ?? []).map((_cell, column) => {
    if (isBlank(grid, column) || next >= fields.length) return null;
    next += 1;
    return next - 1;
  });
}

/** How many of the cells of a column are read as values of a field, from 0 to 1. */
function shareRead(lines: Grid, column: number, { field }: CellField, reading: CellReading): number {
  const cells = lines.map((line) => line[column] ?? '').filter((cell) => cell.trim() !== '');
  if (cells.length === 0) return 0;
  const conventions = conventionsOf(lines, column);
  const read = cells.filter((cell) => readCell(field, cell, conventions, reading).issues.length === 0);
  return read.length / cells.length;
}

/** Whether the first line cannot be values where the others are: then it is headings that name nothing. */
function looksHeaded(
  grid: Grid,
  columns: readonly (number | null)[],
  fields: readonly CellField[],
  reading: CellReading,
): boolean {
  const [first = [], ...others] = grid;
  const sample = others.slice(0, 50);
  if (sample.length === 0) return false;
  return columns.some((at, column) => {
    const field = at === null ? undefined : fields[at];
    // Names of things are not known before they are looked for.
    if (!field || field.field.type.refersTo !== null || (first[column] ?? '').trim() === '') return false;
    return (
      shareRead([first], column, field, reading) === 0 && shareRead(sample, column, field, reading) >= SHARE
    );
  });
}

/**
 * Finds out which column of a table is which field of a row: by a line of headings among the first ones, else by order.
 * @example matchColumns([['Amount (€)', 'Guest'], ['12', 'Member']], fields, reading) // => { headings: 1, columns: [1, 0] }
 */
export function matchColumns(grid: Grid, fields: readonly CellField[], reading: CellReading): Matching {
  const lines = grid.slice(0, HEADING_LINES).map((line, at) => {
    const columns = byHeadings(line, fields);
    const matched = columns.filter((each) => each !== null).length;
    const cells = line.filter((cell) => cell.trim() !== '').length;
    // Below the first line more of it has to be headings: a value may be called as a field is.
    const share = (matched * 2) / Math.max(1, Math.min(cells, fields.length));
    return { at, columns, matched, isHeading: matched > 0 && (at === 0 ? share >= 1 : share > 1) };
  });
  const [best] = lines
    .filter(({ isHeading }) => isHeading)
    .sort((one, other) => other.matched - one.matched || one.at - other.at);
  if (best && best.at < grid.length - 1) return { headings: best.at + 1, columns: best.columns };
  const columns = byOrder(grid, fields);
  return { headings: looksHeaded(grid, columns, fields, reading) ? 1 : 0, columns };
}
