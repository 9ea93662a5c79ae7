import { maySee, type Audience } from '@tovlet/core/access/audience';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import type { EntryListAnswer, EntryStatus } from '@tovlet/core/contracts/studio';
import { isIndexed } from '@tovlet/core/model/indexed';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { and, desc, eq, ilike, inArray, like, or, sql, type SQL } from 'drizzle-orm';
import { union } from 'drizzle-orm/pg-core';
import { anyOf, type Database } from '../db/connect';
import { foundInWords, likePattern } from '../derived/search';
import { READERS_ORDER } from '../db/type-table';
import { entry, type EntryRecord } from '../db/schema';
import { typeTable, type TypeTable } from '../db/type-table';
import { namesOf } from '../values/names';

/** Finds an entry; undefined where there is none. */
export async function entryById(database: Database, id: string): Promise<EntryRecord | undefined> {
  const [found] = await database.select().from(entry).where(eq(entry.id, id));
  return found;
}

/**
 * Writes a new entry.
 * @throws an error for the constraint `entry_slug` when its slug is taken
 */
export async function insertEntry(
  database: Database,
  values: typeof entry.$inferInsert,
): Promise<EntryRecord> {
  const [created] = await database.insert(entry).values(values).returning();
  if (!created) throw new Error('The entry was not inserted');
  return created;
}

/** Writes an entry when it still has the version the caller saw; undefined when it has another. */
export async function updateEntry(
  database: Database,
  id: string,
  version: number,
  changes: Pick<
    EntryRecord,
    'title' | 'slug' | 'status' | 'values' | 'parentId' | 'templateId' | 'updatedBy'
  >,
): Promise<EntryRecord | undefined> {
  const [updated] = await database
    .update(entry)
    .set({
      ...changes,
      version: version + 1,
      updatedAt: sql`now()`,
      publishedAt: changes.status === 'published' ? sql`coalesce(${entry.publishedAt}, now())` : null,
    })
    .where(and(eq(entry.id, id), eq(entry.version, version)))
    .returning();
  return updated;
}

/** Lists the slugs of a type that begin like a given one. */
export async function slugsLike(
  database: Database,
  typeId: string,
  slug: string,
): Promise<readonly string[]> {
  const rows = await database
    .select({ slug: entry.slug })
    .from(entry)
    .where(and(eq(entry.typeId, typeId), or(eq(entry.slug, slug), like(entry.slug, `${slug}-%`))))
    .limit(1000);
  return rows.map((row) => row.slug);
}

export interface ListRequest {
  readonly search: string;
  readonly sort: string;
  readonly descending: boolean;
  readonly status?: EntryStatus | undefined;
  readonly offset: number;
  readonly limit: number;
}

/** What entries are sorted by beside their fields. */
const sortsOf = ({ title, slug, status, updatedAt }: TypeTable['common']): ReadonlyMap<string, SQL> =>
  new Map([
    ['title', sql`${title} ${READERS_ORDER}`],
    ['slug', sql`${slug}`],
    ['status', sql`${status}`],
    ['updated', sql`${updatedAt}`],
  ]);

const idsIn = (value: JsonValue | undefined): readonly string[] =>
  (value !== undefined && isJsonList(value) ? value : [value]).filter((each) => typeof each === 'string');

/** Puts names in the place of ids, for columns whose values refer to something. */
async function namesInColumns(
  database: Database,
  columns: readonly CompiledField[],
  items: readonly Readonly<Record<string, JsonValue>>[],
): Promise<(columns: Readonly<Record<string, JsonValue>>) => Readonly<Record<string, string>>> {
  const referring = columns.filter(({ type }) => type.refersTo !== null);
  const ids = new Set(items.flatMap((item) => referring.flatMap(({ id }) => idsIn(item[id]))));
  const names = await namesOf(database, [...ids]);
  return (own) =>
    Object.fromEntries(
      referring.map(({ id }) => [
        id,
        idsIn(own[id])
          .map((each) => names.get(each) ?? 'missing')
          .join(', '),
      ]),
    );
}

/**
 * Lists the entries of a type for the workbench: ids and columns from the index table alone.
 * @param audience for whom: columns, order and search leave out what it may not see
 * @param request sort is `title`, `slug`, `status`, `updated` or the id of an indexed field
 */
export async function listEntries(
  database: Database,
  type: CompiledType,
  audience: Audience,
  request: ListRequest,
): Promise<EntryListAnswer> {
  const { common, fields } = typeTable(type);
  const seen = type.fields.filter((field) => isIndexed(field) && maySee(audience, field));
  const columns = seen.filter(({ field }) => field.listColumn);
  const sortField = seen.find((field) => field.id === request.sort);
  const text = sortField?.type.index === 'text' ? sql` ${READERS_ORDER}` : sql``;
  const sort = sortField
    ? sql`${fields[sortField.id]}${text}`
    : (sortsOf(common).get(request.sort) ?? sql`${common.title} ${READERS_ORDER}`);
  const direction = request.descending ? sql`DESC NULLS LAST` : sql`ASC NULLS LAST`;
  const found =
    request.search === ''
      ? undefined
      : or(
          ilike(common.title, likePattern(request.search)),
          inArray(common.entryId, foundInWords(database, request.search)),
        );
  const where = and(found, request.status ? eq(common.status, request.status) : undefined);
  const { entryId: id, title, slug, status, updatedAt } = common;
  const items = await database
    .select({
      own: { id, title, slug, status, updatedAt },
      columns: Object.fromEntries(columns.map((column) => [column.id, sql<JsonValue>`${fields[column.id]}`])),
    })
    .from(common)
    .where(where)
    .orderBy(sql`${sort} ${direction}`, id)
    .limit(request.limit)
    .offset(request.offset);
  const named = await namesInColumns(
    database,
    columns,
    items.map((item) => item.columns),
  );
  return {
    items: items.map((item) => ({ ...item.own, columns: { ...item.columns, ...named(item.columns) } })),
    total: await database.$count(common, where),
  };
}

/**
 * Finds entries by words of their title, the nearest first, then by those of their searchable fields.
 * @param search words; the entries changed last where there are none
 * @param typeIds the types to look among; none means all
 */
export async function searchTitles(
  database: Database,
  search: string,
  typeIds: readonly string[],
  limit: number,
): Promise<readonly FoundEntry[]> {
  const { id, typeId, title, status } = entry;
  const byTitle = database
    .select({ id })
    .from(entry)
    .where(ilike(title, likePattern(search)));
  const found = search === '' ? undefined : inArray(id, union(byTitle, foundInWords(database, search)));
  const order = search === '' ? [desc(entry.updatedAt)] : [sql`similarity(${title}, ${search}) DESC`, title];
  return database
    .select({ id, typeId, title, status })
    .from(entry)
    .where(and(found, typeIds.length === 0 ? undefined : anyOf(typeId, typeIds)))
    .orderBy(...order)
    .limit(limit);
}

/** Finds what entries are called by their ids. */
export function titlesOf(database: Database, ids: readonly string[]): Promise<readonly FoundEntry[]> {
  const { id, typeId, title, status } = entry;
  return database.select({ id, typeId, title, status }).from(entry).where(anyOf(id, ids));
}
