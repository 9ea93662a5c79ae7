import type { JsonObject, JsonValue } from '../json';

/** A row of a file, by the names of its columns. */
export interface SourceRow {
  /** Its place among the rows, counted from 1; headings are no row. */
  readonly number: number;
  readonly cells: JsonObject;
}

/** A column of a file, as its first rows show it. */
export interface SourceColumn {
  readonly name: string;
  /** The first of its cells that hold something. */
  readonly samples: readonly JsonValue[];
  /** In how many of the first rows it holds something. */
  readonly filled: number;
}

/** So many cells of a column are shown. */
const SAMPLES = 10;

const isBlank = (cell: JsonValue | undefined): boolean =>
  cell === undefined || cell === null || (typeof cell === 'string' && cell.trim() === '');

/**
 * Lists the columns of a table by its first rows.
 * @param names in their order, where the file itself says them; others come behind
 * @example columnsOf(['Name'], [{ number: 1, cells: { Name: 'Larch' } }]) // => [{ name: 'Name', samples: ['Larch'], filled: 1 }]
 */
export function columnsOf(names: readonly string[], rows: readonly SourceRow[]): readonly SourceColumn[] {
  const all = new Set([...names, ...rows.flatMap(({ cells }) => Object.keys(cells))]);
  return [...all].map((name) => {
    const filled = rows.map(({ cells }) => cells[name]).filter((cell) => !isBlank(cell));
    const samples = filled.slice(0, SAMPLES).map((cell) => cell ?? null);
    return { name, samples, filled: filled.length };
  });
}
