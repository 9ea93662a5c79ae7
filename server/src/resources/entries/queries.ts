import { maySee, type Audience } from '@tovlet/core/access/audience';
import type { EntryListAnswer, EntryListItem, EntryStatus } from '@tovlet/core/contracts/studio';
import { isIndexed } from '@tovlet/core/delivery/filter';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { and, eq, sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../../db/connect';
import { foundInWords, likePattern } from '../../db/entry-search';
import { READERS_ORDER, tableOf } from '../../db/index-tables';
import { entry, type EntryRecord } from '../../db/schema';
import { namesOf } from '../../values/names';

export async function entryById(database: Database, id: string): Promise<EntryRecord | undefined> {
  const [found] = await database.select().from(entry).where(eq(entry.id, id));
  return found;
}

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

export async function deleteEntry(database: Database, id: string, version: number): Promise<boolean> {
  const deleted = await database
    .delete(entry)
    .where(and(eq(entry.id, id), eq(entry.version, version)))
    .returning({ id: entry.id });
  return deleted.length > 0;
}

/** Lists the slugs of a type that begin like a given one. */
export async function slugsLike(
  database: Database,
  typeId: string,
  slug: string,
): Promise<readonly string[]> {
  const rows = await selectRows<{ slug: string }>(
    database,
    sql`SELECT slug FROM entry WHERE type_id = ${typeId} AND (slug = ${slug} OR slug LIKE ${`${slug}-%`}) LIMIT 1000`,
  );
  return rows.map((row) => row.slug);
}

export interface ListRequest {
  readonly search: string;
  readonly sort: string;
  readonly descending: boolean;
  readonly status: EntryStatus | undefined;
  readonly offset: number;
  readonly limit: number;
}

const OWN_SORTS: ReadonlyMap<string, SQL> = new Map([
  ['title', sql`title ${READERS_ORDER}`],
  ['slug', sql`slug`],
  ['status', sql`status`],
  ['updated', sql`updated_at`],
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
  const table = tableOf(type.contentType.id);
  const seen = type.fields.filter((field) => isIndexed(field) && maySee(audience, field));
  const columns = seen.filter(({ field }) => field.listColumn);
  const sortField = seen.find((field) => field.id === request.sort);
  const text = sortField?.type.index === 'text' ? sql` ${READERS_ORDER}` : sql``;
  const sort = sortField
    ? sql`${sql.identifier(sortField.id)}${text}`
    : (OWN_SORTS.get(request.sort) ?? sql`title ${READERS_ORDER}`);
  const direction = request.descending ? sql`DESC NULLS LAST` : sql`ASC NULLS LAST`;
  const conditions = [
    ...(request.search === ''
      ? []
      : [sql`(title ILIKE ${likePattern(request.search)} OR entry_id IN (${foundInWords(request.search)}))`]),
    ...(request.status ? [sql`status = ${request.status}`] : []),
  ];
  const where = conditions.length > 0 ? sql`WHERE ${sql.join(conditions, sql` AND `)}` : sql``;
  const selected = columns.map(({ id }) => sql`, ${sql.identifier(id)}`);
  const items = await selectRows<Omit<EntryListItem, 'columns'> & Record<string, JsonValue>>(
    database,
    sql`SELECT entry_id AS id, title, slug, status, updated_at AS "updatedAt"${sql.join(selected)} FROM ${table} ${where}
        ORDER BY ${sort} ${direction}, entry_id LIMIT ${request.limit} OFFSET ${request.offset}`,
  );
  const [total] = await selectRows<{ count: number }>(
    database,
    sql`SELECT count(*)::int AS count FROM ${table} ${where}`,
  );
  const named = await namesInColumns(database, columns, items);
  return {
    items: items.map(({ id, title, slug, status, updatedAt, ...rest }) => ({
      id,
      title,
      slug,
      status,
      updatedAt,
      columns: { ...rest, ...named(rest) },
    })),
    total: total?.count ?? 0,
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
): Promise<readonly { id: string; typeId: string; title: string; status: EntryStatus }[]> {
  const among = sql`type_id IN (SELECT jsonb_array_elements_text(${JSON.stringify(typeIds)}::jsonb))`;
  const conditions = [
    ...(search === ''
      ? []
      : [
          sql`id IN (SELECT id FROM entry WHERE title ILIKE ${likePattern(search)} UNION ${foundInWords(search)})`,
        ]),
    ...(typeIds.length === 0 ? [] : [among]),
  ];
  const where = conditions.length === 0 ? sql`` : sql`WHERE ${sql.join(conditions, sql` AND `)}`;
  const order = search === '' ? sql`updated_at DESC` : sql`similarity(title, ${search}) DESC, title`;
  return selectRows(
    database,
    sql`SELECT id, type_id AS "typeId", title, status FROM entry ${where} ORDER BY ${order} LIMIT ${limit}`,
  );
}
