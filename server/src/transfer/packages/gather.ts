import type { JsonObject, JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { addedColumns, type AddedColumn } from '@tovlet/core/packages/added-columns';
import { roleOf, type Becomes } from '@tovlet/core/packages/move-plan';
import { ROW_ID, ROW_TITLE } from '@tovlet/core/packages/move-recipe';
import type { PackageTable } from '@tovlet/core/packages/package-table';
import { castRow, namedKey, rowKey } from '@tovlet/core/packages/row-key';
import { rowValues } from '@tovlet/core/packages/row-values';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { withTemporaryFolder } from '../../files/store/temporary-file';
import { keepFile } from '../with-file';
import { tableOf, type MoveContext } from './move-context';
import type { OpenPackage } from './open-package';
import { rowsOfTable } from './rows-of-table';
import { thingsOf } from './source-keys';
import { UnreadableSource } from '../sources/source-format';

/** So many rows of other tables are held at once to be put into those of one. */
const HELD_AT_MOST = 500_000;

/** How rows within entries are told apart here: a package that was written here says it. */
const OWN_ROW = /"(r_[a-z0-9_]{1,110})"\]$/;

/** The id of a row within an entry: the same as long as it is the same row from elsewhere. */
function rowIdFor(origin: string, table: string, key: string): string {
  const own = OWN_ROW.exec(key)?.[1];
  if (own !== undefined) return own;
  const digest = createHash('sha256')
    .update(JSON.stringify([origin, table, key]))
    .digest('hex');
  return `r_${BigInt(`0x${digest.slice(0, 16)}`)
    .toString(36)
    .padStart(10, '0')
    .slice(-10)}`;
}

/** What another table adds, by the keys of the rows that it is added to. */
type Added = ReadonlyMap<string, readonly JsonValue[]>;

/** What is added for one row of the other table; null where it says nothing. */
type ValueOf = (cells: JsonObject, key: string) => JsonValue;

/** The field that rows of another table stand in. */
function repeaterOf(
  { planned, model }: MoveContext,
  name: string,
  column: string,
): CompiledField | undefined {
  const becomes = roleOf(planned.plan, name, 'type');
  const to = becomes?.columns.find((each) => each.column === column)?.to;
  const type = becomes ? model.typeById.get(becomes.type) : undefined;
  return type?.fields.find(({ id }) => id === to);
}

function valueFor(context: MoveContext, name: string, { name: other, names }: AddedColumn): ValueOf {
  if (names) return (cells) => namedKey(cells[names.column]);
  const repeater = repeaterOf(context, name, other);
  const columns = roleOf(context.planned.plan, other, 'rows')?.columns ?? [];
  const { origin } = context.record;
  return (cells, key) =>
    repeater ? { id: rowIdFor(origin, other, key), values: rowValues(repeater, columns, cells) } : null;
}

/** Reads what another table adds, whole. @throws UnreadableSource where it is too long to be held */
async function readAdded(
  context: MoveContext,
  open: OpenPackage,
  name: string,
  added: AddedColumn,
): Promise<Added> {
  const found = new Map<string, JsonValue[]>();
  const valueOf = valueFor(context, name, added);
  let held = 0;
  for await (const rows of rowsOfTable(open, added.name))
    for (const { number, cells } of rows) {
      const cast = castRow(added.table, cells);
      const owner = namedKey(cast[added.by]);
      const value = valueOf(cast, rowKey(added.table, cast, number) ?? `#${number}`);
      if (owner === null || value === null) continue;
      held += 1;
      if (held > HELD_AT_MOST)
        throw new UnreadableSource(
          `“${added.name}” has more than ${HELD_AT_MOST.toLocaleString('en')} rows, which is more than can be put into those of “${name}”.`,
        );
      const list = found.get(owner);
      if (list) list.push(value);
      else found.set(owner, [value]);
    }
  return found;
}

/** Puts ids in the place of what rows of other tables are named by; what names none stays as it stands. */
async function withIds(
  { services, record }: MoveContext,
  column: string,
  table: string,
  rows: readonly JsonObject[],
): Promise<readonly JsonObject[]> {
  const keysIn = (cell: JsonValue | undefined): readonly string[] =>
    (Array.isArray(cell) ? cell : [cell]).flatMap((each: JsonValue | undefined) => namedKey(each) ?? []);
  const keys = rows.flatMap((row) => keysIn(row[column]));
  const ids = await thingsOf(services.database, record.origin, table, keys);
  const idOf = (key: string): string => ids.get(key) ?? key;
  return rows.map((row) => {
    const cell = row[column];
    if (cell === undefined || cell === null) return row;
    return { ...row, [column]: Array.isArray(cell) ? keysIn(cell).map(idOf) : idOf(namedKey(cell) ?? '') };
  });
}

interface Gathering {
  readonly table: PackageTable;
  readonly becomes: Becomes<'type'>;
  readonly added: readonly { readonly column: AddedColumn; readonly values: Added }[];
}

/** The rows as they are kept: the id of their entry, a title, the cells of all columns that go somewhere. */
async function gathered(
  context: MoveContext,
  { table, becomes, added }: Gathering,
  rows: readonly SourceRow[],
): Promise<readonly JsonObject[]> {
  const { services, record } = context;
  const plain = rows.map(({ number, cells }) => {
    const cast = castRow(table, cells);
    const key = rowKey(table, cast, number);
    const others = added.flatMap(({ column, values }) => {
      const list = key === null ? undefined : values.get(key);
      return list ? [[column.name, list] as const] : [];
    });
    return { key, cells: { ...cast, ...Object.fromEntries(others) } };
  });
  const keys = plain.flatMap(({ key }) => key ?? []);
  const ids = await thingsOf(services.database, record.origin, table.name, keys);
  const wanted = new Set(becomes.columns.filter(({ to }) => to !== null).map(({ column }) => column));
  let out: readonly JsonObject[] = plain.map(({ key, cells }) => ({
    // Behind the cells: what a package says of itself does not take their place.
    ...cells,
    [ROW_ID]: key === null ? null : (ids.get(key) ?? null),
    [ROW_TITLE]: key,
  }));
  const naming = [
    ...table.foreignKeys,
    ...added.flatMap(({ column: { name, names } }) => (names ? [{ column: name, table: names.table }] : [])),
  ];
  for (const { column, table: named } of naming)
    if (wanted.has(column)) out = await withIds(context, column, named, out);
  return out;
}

async function* linesOf(context: MoveContext, open: OpenPackage, name: string): AsyncGenerator<string> {
  const { planned } = context;
  const becomes = roleOf(planned.plan, name, 'type');
  if (!becomes) return;
  const table = tableOf(context, name);
  const wanted = addedColumns(name, planned.tables, planned.plan).filter((each) =>
    becomes.columns.some(({ column, to }) => column === each.name && to !== null),
  );
  const added: Gathering['added'][number][] = [];
  for (const column of wanted) added.push({ column, values: await readAdded(context, open, name, column) });
  for await (const page of rowsOfTable(open, name)) {
    const rows = await gathered(context, { table, becomes, added }, page);
    yield rows.map((row) => `${JSON.stringify(row)}\n`).join('');
  }
}

/**
 * Gathers the rows of a table with all that other tables say of them, and keeps them as the file of an import.
 * @param id the import
 */
export async function gatherRows(
  context: MoveContext,
  open: OpenPackage,
  name: string,
  id: string,
): Promise<void> {
  await withTemporaryFolder(async (folder) => {
    const file = join(folder, 'rows');
    await pipeline(Readable.from(linesOf(context, open, name)), createWriteStream(file));
    await keepFile(context.services, id, file);
  });
}
