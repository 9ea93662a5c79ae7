import { withoutTextMark } from '../cells/formula';
import type { ConversionNames } from '../conversions/form';
import { isJsonList, type JsonValue } from '../json';
import { SLUG_PATTERN } from '../model/keys';
import type { Completeness } from '../values/validate';
import { conversionOf, forField, isValueOf, type ImportColumn } from './import-columns';
import type { RowProblem } from './row-problem';
import type { SourceRow } from './source-table';
import { transformed } from './transformations/index';

/** A value that a row gives a field; null empties it. */
export interface GivenValue {
  /** The id of its destination. */
  readonly to: string;
  readonly value: JsonValue;
}

/** What a row says, with what of it cannot be taken. */
export interface ReadRow {
  readonly number: number;
  /** Null where the row does not say it. */
  readonly title: string | null;
  readonly slug: string | null;
  readonly status: Completeness | null;
  readonly values: readonly GivenValue[];
  readonly problems: readonly RowProblem[];
}

/** The longest title of an entry. */
export const TITLE_LIMIT = 300;
const SLUG_LIMIT = 100;

const STATUS: Readonly<Record<string, Completeness>> = {
  published: 'published',
  public: 'published',
  true: 'published',
  yes: 'published',
  '1': 'published',
  draft: 'draft',
  false: 'draft',
  no: 'draft',
  '0': 'draft',
};

/** A cell as its steps leave it; what is no text stays what it is. */
function preparedCell({ steps }: ImportColumn, cell: JsonValue | undefined): JsonValue {
  if (cell === undefined || cell === null) return null;
  if (typeof cell === 'object') {
    if (!isJsonList(cell) || steps.length === 0) return cell;
    return cell.map((item) => (typeof item === 'string' ? transformed(steps, item.trim()) : item));
  }
  const isText = typeof cell === 'string';
  if (!isText && steps.length === 0) return cell;
  const text = transformed(steps, withoutTextMark(String(cell).replaceAll('\u00a0', ' ').trim()));
  return text === '' ? null : text;
}

/** The texts that the cells of a column may name things by, to be looked up before its rows are read. */
export const cellsToName = (column: ImportColumn, rows: readonly SourceRow[]): readonly JsonValue[] =>
  rows.map(({ cells }) => preparedCell(column, cells[column.column])).filter((cell) => cell !== null);

interface Reading {
  title: string | null;
  slug: string | null;
  status: Completeness | null;
  readonly values: GivenValue[];
  readonly problems: RowProblem[];
}

/** Reads what stands beside fields: each says what it makes of a cell. */
const own: Readonly<Record<string, (reading: Reading, cell: JsonValue) => void>> = {
  title(reading, cell) {
    const title = typeof cell === 'object' ? '' : String(cell);
    if (title.length > TITLE_LIMIT)
      reading.problems.push({
        code: 'refused',
        message: `A title has at most ${TITLE_LIMIT} characters, and this one ${title.length}.`,
      });
    else if (title !== '') reading.title = title;
  },
  slug(reading, cell) {
    const slug = String(cell).toLowerCase();
    if (SLUG_PATTERN.test(slug) && slug.length <= SLUG_LIMIT) reading.slug = slug;
    else reading.problems.push({ code: 'not_a_slug', got: cell });
  },
  status(reading, cell) {
    const status = STATUS[String(cell).toLowerCase()];
    if (status) reading.status = status;
    else reading.problems.push({ code: 'not_a_status', got: cell });
  },
};

/** Takes a cell into a field. */
function takeCell(reading: Reading, column: ImportColumn, cell: JsonValue, names: ConversionNames): void {
  const { destination, options, fields } = column;
  if (!fields) return;
  const to = destination.id;
  // Rows that do not fit are told with their places by the save that refuses them.
  if (isValueOf(fields.after, cell) || (fields.after.type.rows && isJsonList(cell))) {
    reading.values.push({ to, value: cell });
    return;
  }
  const outcome = conversionOf(column, names)?.convert(cell);
  if (!outcome) return;
  const { kind, value, issue } = outcome;
  const isOpen = kind === 'undecided' || kind === 'lost';
  // A fallback that the field does not take either is no way out.
  const isSettled =
    options.otherwise !== 'keep' && (value === undefined || !fields.after.behaviour.validate(value).length);
  if (isOpen && !isSettled)
    reading.problems.push({ code: 'cell', column: column.column, to, got: cell, issue });
  else if (value !== undefined) reading.values.push({ to, value });
}

/**
 * Reads a row as what it says of an entry: each cell put through the steps of its column, then taken as its field takes foreign
 * texts. Empty cells say nothing, or empty their field where that was chosen.
 * @param namesOf tells names from ids for the field of a column
 * @param empty what an empty cell means
 */
export function readRow(
  row: SourceRow,
  columns: readonly ImportColumn[],
  namesOf: (column: ImportColumn) => ConversionNames,
  empty: 'leave' | 'clear',
): ReadRow {
  const reading: Reading = { title: null, slug: null, status: null, values: [], problems: [] };
  for (const column of columns) {
    const { destination, fields } = column;
    const cell = preparedCell(column, row.cells[column.column]);
    if (cell === null) {
      if (fields && empty === 'clear') reading.values.push({ to: destination.id, value: null });
    } else if (fields) takeCell(reading, column, forField(fields.after, cell), namesOf(column));
    else own[destination.id]?.(reading, cell);
  }
  return { number: row.number, ...reading };
}
