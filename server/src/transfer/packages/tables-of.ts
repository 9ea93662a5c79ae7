import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { FIELD_LIMIT, foreignFieldSchema, type ForeignField } from '@tovlet/core/packages/data-package';
import { SAMPLE_ROWS, type PackageTable } from '@tovlet/core/packages/package-table';
import { columnsOf, type SourceRow } from '@tovlet/core/transfer/source-table';
import { UnreadableSource } from '../sources/source-format';
import type { Described, OpenPackage } from './open-package';
import { rowsOfTable } from './rows-of-table';

/** So many rows tell which columns a table has. */
const LOOKED_AT = 200;

const plainField = (name: string): ForeignField => foreignFieldSchema.parse({ name });

/** The columns of a table: those that are described, then those that its rows have besides. */
function fieldsOf({ schema }: Described, rows: readonly SourceRow[]): readonly ForeignField[] {
  const own = schema?.fields ?? [];
  const known = new Set(own.map(({ name }) => name));
  const others = columnsOf([], rows).filter(({ name }) => !known.has(name));
  return [...own, ...others.map(({ name }) => plainField(name))];
}

const tooMany = (columns: number): string =>
  `A table has ${FIELD_LIMIT} columns at most, and this one ${columns}.`;

/** The first rows of a table, and why there are no more. */
async function firstRows(
  open: OpenPackage,
  { name, problem }: Described,
): Promise<{ readonly rows: readonly SourceRow[]; readonly problem: string | null }> {
  if (problem !== null) return { rows: [], problem };
  try {
    const rows: SourceRow[] = [];
    for await (const page of rowsOfTable(open, name)) {
      rows.push(...page);
      if (rows.length >= LOOKED_AT) break;
    }
    return { rows, problem: null };
  } catch (error) {
    if (!(error instanceof UnreadableSource)) throw error;
    return { rows: [], problem: error.message };
  }
}

const filled = ({ cells }: SourceRow): number =>
  Object.values(cells).filter((cell) => cell !== null && cell !== '').length;

/** So much of a cell is shown. */
const LONGEST_CELL = 1000;

/** A cell as it is shown: what has parts and is long is left out, for half of it would be something else. */
function shortened(cell: JsonValue): JsonValue {
  if (typeof cell === 'string') return cell.slice(0, LONGEST_CELL);
  return JSON.stringify(cell).length > LONGEST_CELL ? null : cell;
}

/** Rows that show something, in their order. */
const shown = (rows: readonly SourceRow[]): readonly JsonObject[] =>
  rows
    .toSorted((one, other) => filled(other) - filled(one))
    .slice(0, SAMPLE_ROWS)
    .toSorted((one, other) => one.number - other.number)
    .map(({ cells }) =>
      Object.fromEntries(Object.entries(cells).map(([name, cell]) => [name, shortened(cell)])),
    );

/**
 * Tells what the tables of a package are: as they are described, and as their first rows show them. A table that cannot be read is
 * among them, with why.
 */
export async function tablesOf(open: OpenPackage): Promise<readonly PackageTable[]> {
  const tables: PackageTable[] = [];
  for (const own of open.tables) {
    const { rows, problem } = await firstRows(open, own);
    const { schema, name, title } = own;
    const keys = (schema?.foreignKeys ?? []).flatMap(({ fields, reference }) => {
      const [column, another] = fields;
      const table = reference.resource === '' ? name : reference.resource;
      const isKnown = open.tables.some((each) => each.name === table);
      return column !== undefined && another === undefined && isKnown ? [{ column, table }] : [];
    });
    const fields = fieldsOf(own, rows);
    tables.push({
      name,
      title,
      fields: fields.slice(0, FIELD_LIMIT),
      primaryKey: keyOf(own, open.tables),
      foreignKeys: keys,
      missingValues: schema?.missingValues ?? [''],
      samples: shown(rows),
      problem: fields.length > FIELD_LIMIT ? tooMany(fields.length) : problem,
    });
  }
  return tables;
}

/** What tells the rows of a table apart: what others name them by, else its own key. */
function keyOf({ name, schema }: Described, all: readonly Described[]): readonly string[] {
  const named = all
    .flatMap((other) =>
      (other.schema?.foreignKeys ?? []).map(({ reference }) => ({
        table: reference.resource === '' ? other.name : reference.resource,
        fields: reference.fields,
      })),
    )
    .find(({ table }) => table === name)?.fields;
  return named?.length === 1 ? named : (schema?.primaryKey ?? []);
}
