import type { TermsReport } from '@tovlet/core/contracts/studio/moves';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { SLUG_PATTERN } from '@tovlet/core/model/keys';
import { roleOf, type Becomes } from '@tovlet/core/packages/move-plan';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { castRow, namedKey, rowKey } from '@tovlet/core/packages/row-key';
import { tableOf, type MoveContext } from '../../transfer/packages/move-context';
import { rowsOfTable } from '../../transfer/packages/rows-of-table';
import { thingsOf } from '../../transfer/packages/source-keys';
import { listTerms } from '../../terms/queries';
import { withMovePackage } from './package-file';
import { placeableTerms, type WantedTerm } from './placeable-terms';

/** The rows of a table, read as terms; what is above stands before what is below. */
export interface ReadTerms {
  readonly wanted: readonly WantedTerm[];
  readonly rows: number;
  readonly problems: TermsReport['problems'];
}

/** What stands in a column; null where there is none such. */
const cellIn = (cells: JsonObject, column: string | null | undefined): JsonValue =>
  column === null || column === undefined ? null : (cells[column] ?? null);

const textIn = (cell: JsonValue | undefined): string =>
  cell === undefined || cell === null || typeof cell === 'object' ? '' : String(cell).trim();

/** What rows are read as terms by. */
interface Reading {
  readonly context: MoveContext;
  readonly table: PackageTable;
  readonly becomes: Becomes<'taxonomy'>;
}

type Read = WantedTerm | TermsReport['problems'][number];

/** A row as a term; why it is none, where it is none. */
function termOf(
  { table, becomes }: Reading,
  { number: row, cells }: SourceRow,
  ids: ReadonlyMap<string, string>,
): Read {
  const key = rowKey(table, cells, row);
  const label = textIn(cellIn(cells, becomes.label));
  const above = namedKey(cellIn(cells, becomes.parent));
  const id = key === null ? undefined : ids.get(key);
  const refused = (message: string): Read => ({ row, title: label, message });
  if (key === null || id === undefined)
    return refused('It lacks the key by which its table tells rows apart.');
  if (label === '') return refused('Nothing stands where its label should.');
  if (above !== null && !ids.has(above))
    return refused(`The term above it, “${above}”, is not in the table.`);
  const slug = textIn(cellIn(cells, becomes.slug)).toLowerCase();
  const parent = above === null ? null : (ids.get(above) ?? null);
  return { row, key, id, label, slug: SLUG_PATTERN.test(slug) ? slug : null, parent };
}

/** Reads some rows as terms. */
async function readPage(reading: Reading, page: readonly SourceRow[]): Promise<readonly Read[]> {
  const { context, table, becomes } = reading;
  const { services, record } = context;
  const rows = page.map(({ number, cells }) => ({ number, cells: castRow(table, cells) }));
  const keys = rows
    .flatMap(({ number, cells }) => [rowKey(table, cells, number), namedKey(cellIn(cells, becomes.parent))])
    .filter((key) => key !== null);
  const ids = await thingsOf(services.database, record.origin, table.name, keys);
  return rows.map((row) => termOf(reading, row, ids));
}

/** Reads the rows of a table as terms. */
export function readTerms(context: MoveContext, name: string): Promise<ReadTerms> {
  const becomes = roleOf(context.planned.plan, name, 'taxonomy');
  const table = tableOf(context, name);
  return withMovePackage(context.services, context.record.id, async (open) => {
    const read: Read[] = [];
    if (becomes)
      for await (const page of rowsOfTable(open, name))
        read.push(...(await readPage({ context, table, becomes }, page)));
    const rows = read.flatMap((each) => ('id' in each ? [each] : []));
    const unread = read.flatMap((each) => ('message' in each ? [each] : []));
    const there = await listTerms(context.services.database, becomes?.taxonomy ?? '');
    const { wanted, problems } = placeableTerms(rows, new Map(there.map((each) => [each.id, each])));
    return { wanted, rows: read.length, problems: [...unread, ...problems] };
  });
}
