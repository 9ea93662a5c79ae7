import type { Row, Values } from '../fields/repeater/row';
import { newId } from '../ids';
import { isJsonObject, type JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';
import { defaultValues } from '../values/defaults';
import type { CellField } from './cell-fields';
import { columnConventions } from './column-conventions';
import type { Grid } from './grid';
import type { Matching } from './match-columns';
import { readCell, type CellReading, type ReadCell } from './read-cell';

/** A line of a table that became a row. */
export interface ReadLine {
  /** The line of the table, counted from 0 with the headings. */
  readonly line: number;
  /** The cells by the place of their column; without those that are left out. */
  readonly cells: ReadonlyMap<number, ReadCell>;
}

/** Reads the lines of a table below its headings; empty ones are no rows. */
export function readLines(
  grid: Grid,
  { columns, headings }: Matching,
  fields: readonly CellField[],
  reading: CellReading,
): readonly ReadLine[] {
  const lines = grid.slice(headings);
  const read = columns.flatMap((at, column) => {
    const cell = at === null ? undefined : fields[at];
    return cell
      ? [{ column, field: cell.field, conventions: columnConventions(lines, column, cell, reading) }]
      : [];
  });
  return lines.flatMap((cells, index) => {
    if (cells.every((cell) => cell.trim() === '')) return [];
    const own = read.map(
      ({ column, field, conventions }) =>
        [column, readCell(field, cells[column] ?? '', conventions, reading)] as const,
    );
    return [{ line: headings + index, cells: new Map(own) }];
  });
}

/** Puts a value under its field, in the groups that it stands in. */
function put(values: Values, within: readonly CompiledField[], id: string, value: JsonValue): Values {
  const [group, ...rest] = within;
  if (!group) return { ...values, [id]: value };
  const inner = values[group.id];
  const own = inner !== undefined && isJsonObject(inner) ? inner : {};
  return { ...values, [group.id]: put(own, rest, id, value) };
}

/**
 * Makes rows of the lines of a table. Fields without a column have their defaults; an empty cell is an empty value.
 * @param lines what was read of the table
 * @param matching which column is which field
 * @param fields the fields that cells can hold
 * @param children the fields of a row, or of a shape
 * @param shape the shape that the rows have in a mixed list
 */
export function rowsOfLines(
  lines: readonly ReadLine[],
  { columns }: Matching,
  fields: readonly CellField[],
  children: readonly CompiledField[],
  shape: CompiledField | null,
): readonly Row[] {
  const taken = new Set(columns.flatMap((at) => (at === null ? [] : [fields[at]?.field.id])));
  const defaults = defaultValues(children.filter(({ id }) => !taken.has(id)));
  return lines.map(({ cells }) => {
    let values: Values = defaults;
    for (const [column, { value }] of cells) {
      const at = columns[column] ?? null;
      const cell = at === null ? undefined : fields[at];
      if (cell && value !== null) values = put(values, cell.within, cell.field.id, value);
    }
    return { id: newId('r'), values: shape ? { [shape.id]: values } : values };
  });
}
