import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Audience } from '@tovlet/core/access/audience';
import type { JsonValue } from '@tovlet/core/json';
import type { EntryQuery } from '@tovlet/core/queries/query';
import { and, count, eq, inArray, isNotNull, or, sql, type SQL } from 'drizzle-orm';
import { statusSeen } from '../db/query/place';
import { anyOf, type Database } from '../db/connect';
import { planSearch, searchPlans, type PlannedSearch } from '../db/query/search';
import { entry, indexTable } from '../db/schema';
import { typeTableOf } from '../db/type-table';
import { delivered, type DeliveredEntry } from './delivered';
import { Listing } from './lists/listing';
import { Pages, type Columns, type FoundId, type FoundPage } from './lists/pages';

/** An entry that was found, and which of its writings it is: another one after every write, whoever wrote. */
export interface FoundRow extends FoundId {
  readonly writing: string;
}

/**
 * What tells the writings of a row from each other.
 * @see https://www.postgresql.org/docs/current/ddl-system-columns.html
 */
const foundRow = {
  id: entry.id,
  writing: sql<string>`entry.xmin::text || entry.ctid::text`,
};

/** That a reader sees an entry. */
const seenBy = (reader: Audience): SQL => statusSeen(sql`${entry.status}`, reader);

const keysOf = (keys: SQL) => sql<readonly JsonValue[]>`jsonb_build_array(${keys})`;

/** Reads which entries stand in a page, and nothing of them. */
const rowsFrom =
  (database: Database): Columns<FoundRow> =>
  (placed, keys, order) =>
    database
      .select({ record: foundRow, keys: keysOf(keys) })
      .from(entry)
      .innerJoin(sql`${placed} AS placed`, sql`placed.entry_id = ${entry.id}`)
      .orderBy(order);

/** Reads which entries stand in a page from their index table alone. */
const idsFrom =
  (database: Database): Columns<FoundId> =>
  (placed, keys, order) =>
    database
      .select({ record: { id: sql<string>`placed.entry_id`.as('id') }, keys: keysOf(keys) })
      .from(sql`${placed} AS placed`)
      .orderBy(order);

/** Reads what is delivered, in the same statement. */
const recordsFrom =
  (database: Database): Columns<DeliveredEntry> =>
  (placed, keys, order) =>
    database
      .select({ record: delivered, keys: keysOf(keys) })
      .from(entry)
      .innerJoin(sql`${placed} AS placed`, sql`placed.entry_id = ${entry.id}`)
      .orderBy(order);

/**
 * Understands which entries a query asks for.
 * @returns the list of them, which pages are found in and which is counted
 */
export async function listingOf(
  database: Database,
  type: CompiledType,
  { condition, sort, words }: Pick<EntryQuery, 'condition' | 'sort' | 'words'>,
  reader: Audience,
): Promise<Listing> {
  const search = await planSearch(database, words, [type.contentType.id], reader);
  return new Listing(type, { condition, sort, search, reader });
}

/** A page, and the list that it is part of. */
export interface PageOfList<Row> {
  readonly list: Listing;
  readonly page: FoundPage<Row>;
}

async function pageOf<Row extends FoundId>(
  database: Database,
  type: CompiledType,
  { condition, sort, words, page: wanted }: EntryQuery,
  reader: Audience,
  columns: Columns<Row>,
): Promise<PageOfList<Row>> {
  const found = async (search: PlannedSearch | null): Promise<PageOfList<Row>> => {
    const list = new Listing(type, { condition, sort, search, reader });
    return { list, page: await new Pages(database, list, columns).find(wanted) };
  };
  if (words.length === 0) return found(null);
  let first: PageOfList<Row> | null = null;
  for await (const search of searchPlans(database, words, [type.contentType.id], reader)) {
    const tried = await found(search);
    first ??= tried;
    if (tried.page.records.length > 0) return tried;
  }
  return first ?? found(null);
}

/**
 * Finds a page of the entries of a type that a reader sees.
 * @returns the entries in order, with the list that they are a part of
 * @throws ProblemException when its cursor is none of the list
 */
export const findPage = (
  database: Database,
  type: CompiledType,
  query: EntryQuery,
  reader: Audience,
): Promise<PageOfList<DeliveredEntry>> => pageOf(database, type, query, reader, recordsFrom(database));

/** Finds a page as `findPage` does, without the list. */
export const findEntries = async (
  database: Database,
  type: CompiledType,
  query: EntryQuery,
  reader: Audience,
): Promise<FoundPage<DeliveredEntry>> => (await findPage(database, type, query, reader)).page;

/** Finds a page as `findPage` does, and reads nothing of its entries but which they are. */
export const findRows = (
  database: Database,
  type: CompiledType,
  query: EntryQuery,
  reader: Audience,
): Promise<PageOfList<FoundRow>> => pageOf(database, type, query, reader, rowsFrom(database));

/** Finds a page as `findPage` does, and tells the ids of its entries. */
export const findIds = async (
  database: Database,
  type: CompiledType,
  query: EntryQuery,
  reader: Audience,
): Promise<readonly string[]> => {
  const { page } = await pageOf(database, type, query, reader, idsFrom(database));
  return page.records.map(({ id }) => id);
};

/** Reads those of some entries that a reader sees, by their ids, in no order. */
export const seenEntries = (
  database: Database,
  ids: readonly string[],
  reader: Audience,
): Promise<readonly DeliveredEntry[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : database
        .select(delivered)
        .from(entry)
        .where(and(anyOf(entry.id, ids), seenBy(reader)));

/** Counts all entries of a list. */
export async function countEntries(database: Database, list: Listing): Promise<number> {
  const [row] = await database
    .select({ count: count() })
    .from(typeTableOf(list.type.contentType.id))
    .where(list.where());
  return row?.count ?? 0;
}

/** Whether the lists of a type still follow a change of the model, so that filters and order may miss some. */
export async function isFilling(database: Database, type: CompiledType): Promise<boolean> {
  const unfilled = and(eq(indexTable.typeId, type.contentType.id), isNotNull(indexTable.filledTo));
  const rows = await database.select({ typeId: indexTable.typeId }).from(indexTable).where(unfilled);
  return rows.length > 0;
}

/** Finds a published entry of any type by its id; undefined where there is none. */
export async function publishedById(database: Database, id: string): Promise<DeliveredEntry | undefined> {
  const matches = and(eq(entry.id, id), eq(entry.status, 'published'));
  return (await database.select(delivered).from(entry).where(matches))[0];
}

/** What tells entries of several types by their names. */
type Named = Pick<DeliveredEntry, 'id' | 'slug' | 'typeId'>;

/** Finds the entry of a type that a slug, or else an id, names among some; undefined where there is none. */
export function namedBy<Row extends Named>(
  records: readonly Row[],
  typeId: string,
  slugOrId: string,
): Row | undefined {
  const own = records.filter((record) => record.typeId === typeId);
  return own.find(({ slug }) => slug === slugOrId) ?? own.find(({ id }) => id === slugOrId);
}

/** An entry that is asked for by its slug or its id. */
export interface NamedEntry {
  readonly typeId: string;
  readonly slugOrId: string;
}

/** That a reader sees entries, and they have one of some names. */
function namedAs(wanted: readonly NamedEntry[], reader: Audience): SQL | undefined {
  const names = [...new Set(wanted.map(({ slugOrId }) => slugOrId))];
  const types = [...new Set(wanted.map(({ typeId }) => typeId))];
  return and(
    inArray(entry.typeId, types),
    seenBy(reader),
    or(inArray(entry.slug, names), inArray(entry.id, names)),
  );
}

/** Finds entries that a reader sees by their slugs or ids, all in one statement; `namedBy` tells which is which. */
export const findEach = (
  database: Database,
  wanted: readonly NamedEntry[],
  reader: Audience,
): Promise<readonly DeliveredEntry[]> =>
  database.select(delivered).from(entry).where(namedAs(wanted, reader));

/** Finds one entry that a reader sees by its slug or its id. */
export async function findEntry(
  database: Database,
  typeId: string,
  slugOrId: string,
  reader: Audience,
): Promise<DeliveredEntry | undefined> {
  return namedBy(await findEach(database, [{ typeId, slugOrId }], reader), typeId, slugOrId);
}

/** Finds one entry as `findEntry` does, and reads nothing of it but which it is. */
export async function findRow(
  database: Database,
  typeId: string,
  slugOrId: string,
  reader: Audience,
): Promise<FoundRow | undefined> {
  const { slug, typeId: type } = entry;
  const rows = await database
    .select({ ...foundRow, slug, typeId: type })
    .from(entry)
    .where(namedAs([{ typeId, slugOrId }], reader));
  return namedBy(rows, typeId, slugOrId);
}
