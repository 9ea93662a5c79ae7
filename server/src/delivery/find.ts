import type { Column, FilterTerm, SortTerm } from '@tovlet/core/delivery/filter';
import type { EntryQuery } from '@tovlet/core/delivery/query';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { and, eq, inArray, or, sql, type SQL } from 'drizzle-orm';
import * as z from 'zod';
import { selectRows, type Database } from '../db/connect';
import { READERS_ORDER, tableOf } from '../db/index-tables';
import { entry, type EntryRecord } from '../db/schema';
import { ProblemException } from '../http/problem';

/** A page of published entries, and where the next one begins. */
export interface FoundPage {
  readonly records: readonly EntryRecord[];
  /** The cursor after each record, in the same order. */
  readonly cursors: readonly string[];
  readonly hasNext: boolean;
}

const columnSql = (column: Column): SQL =>
  sql`${sql.identifier(column.kind === 'field' ? column.field.id : column.key)}`;

/** How a column is put in order: text as readers expect it, and by its indexed beginning where it may be long. */
function orderSql(column: Column): SQL {
  if (column.column !== 'text' || column.key.endsWith('_at')) return columnSql(column);
  return column.kind === 'field'
    ? sql`left(${columnSql(column)}, 200) ${READERS_ORDER}`
    : sql`${columnSql(column)} ${READERS_ORDER}`;
}

const OPERATORS = { eq: '=', ne: '<>', gt: '>', gte: '>=', lt: '<', lte: '<=' } as const;
const escapeLike = (text: JsonValue): string => String(text).replace(/[\\%_]/g, '\\$&');

function filterSql({ column, operator, value }: FilterTerm): SQL {
  const subject = columnSql(column);
  switch (operator) {
    case 'empty':
      return value === true ? sql`${subject} IS NULL` : sql`${subject} IS NOT NULL`;
    case 'in':
      return sql`${subject} = ANY (ARRAY(SELECT jsonb_array_elements_text(${JSON.stringify(value)}::jsonb))::${sql.raw(castOf(column))}[])`;
    case 'has':
      return sql`${subject} @> ARRAY[${value}]::text[]`;
    case 'has_any':
      return sql`${subject} && ARRAY(SELECT jsonb_array_elements_text(${JSON.stringify(value)}::jsonb))`;
    case 'contains':
      return sql`${subject} ILIKE ${`%${escapeLike(value)}%`}`;
    case 'starts':
      return sql`${subject} ILIKE ${`${escapeLike(value)}%`}`;
    case 'ne':
      return sql`${subject} IS DISTINCT FROM ${value}`;
    default:
      return sql`${subject} ${sql.raw(OPERATORS[operator])} ${value}`;
  }
}

const castOf = (column: Column): string =>
  column.key.endsWith('_at') && column.kind === 'entry' ? 'timestamptz' : column.column;

const cursorSchema = z.tuple([z.array(z.json()), z.string()]);
type Cursor = readonly [readonly JsonValue[], string];

const encodeCursor = (cursor: Cursor): string => Buffer.from(JSON.stringify(cursor)).toString('base64url');

function decodeCursor(text: string, terms: number): Cursor {
  try {
    const cursor = cursorSchema.parse(JSON.parse(Buffer.from(text, 'base64url').toString('utf8')));
    if (cursor[0].length === terms) return cursor;
  } catch {
    // Not a cursor at all: refused below, like one that belongs to another order.
  }
  throw new ProblemException(
    'invalid_query',
    'page[after] is not a cursor of this list. Use the `next` of the page before.',
    [{ path: 'page[after]', message: 'Not a cursor of this list.' }],
  );
}

/** Everything after a cursor, by keyset: nulls come last in either direction. */
function afterSql(terms: readonly SortTerm[], [values, id]: Cursor, tie: SQL): SQL | undefined {
  const [term, ...rest] = terms;
  if (!term) return sql`entry_id ${tie} ${id}`;
  const subject = orderSql(term.column);
  const value = values[0] ?? null;
  const beyond = afterSql(rest, [values.slice(1), id], tie);
  if (value === null) return and(sql`${subject} IS NULL`, beyond);
  const cast = sql`${value}::${sql.raw(castOf(term.column))}`;
  const further = term.descending ? sql`${subject} < ${cast}` : sql`${subject} > ${cast}`;
  return or(further, sql`${subject} IS NULL`, and(sql`${subject} = ${cast}`, beyond));
}

function whereSql(filters: readonly FilterTerm[], after?: SQL): SQL {
  return sql.join(
    [sql`status = 'published'`, ...filters.map(filterSql), ...(after ? [sql`(${after})`] : [])],
    sql` AND `,
  );
}

const DEFAULT_SORT: readonly SortTerm[] = [
  { column: { kind: 'entry', key: 'title', column: 'text' }, descending: false },
];

interface PlacedId {
  readonly id: string;
  /** What it was sorted by, for the cursor. */
  readonly keys: readonly JsonValue[];
}

/** Reads ids in an order, as the typed index table has them. */
async function placedIds(
  database: Database,
  type: CompiledType,
  sort: readonly SortTerm[],
  where: SQL,
  order: SQL,
  limit: number,
): Promise<readonly PlacedId[]> {
  const keys = sort.map((term, index) => sql`, ${orderSql(term.column)} AS ${sql.identifier(`k${index}`)}`);
  const rows = await selectRows<{ id: string } & Record<string, JsonValue>>(
    database,
    sql`SELECT entry_id AS id${sql.join(keys)} FROM ${tableOf(type.contentType.id)} WHERE ${where}
        ORDER BY ${order} LIMIT ${limit}`,
  );
  return rows.map((row) => ({ id: row.id, keys: sort.map((_term, index) => row[`k${index}`] ?? null) }));
}

/** The ids of a page in the order of several terms. */
function bySeveralTerms(
  database: Database,
  type: CompiledType,
  sort: readonly SortTerm[],
  query: EntryQuery,
): Promise<readonly PlacedId[]> {
  const after =
    query.after === null ? undefined : afterSql(sort, decodeCursor(query.after, sort.length), sql`>`);
  const terms = sort.map(
    (term) =>
      sql`${orderSql(term.column)} ${sql.raw(term.descending ? 'DESC NULLS LAST' : 'ASC NULLS LAST')}`,
  );
  const order = sql`${sql.join(terms, sql`, `)}, entry_id`;
  return placedIds(database, type, sort, whereSql(query.filters, after), order, query.size + 1);
}

/**
 * The ids of a page in the order of one term, ties in the same direction.
 *
 * The index of a field holds its filled values only: they come from the index, read forwards or backwards, and the
 * nulls, which come last either way, from a second statement once the filled are through.
 */
async function byOneTerm(
  database: Database,
  type: CompiledType,
  term: SortTerm,
  query: EntryQuery,
): Promise<readonly PlacedId[]> {
  const direction = sql.raw(term.descending ? 'DESC' : 'ASC');
  const cursor = query.after === null ? null : decodeCursor(query.after, 1);
  const after = cursor ? afterSql([term], cursor, term.descending ? sql`<` : sql`>`) : undefined;
  const where = whereSql(query.filters, after);
  const subject = orderSql(term.column);
  const page = (which: SQL, order: SQL, limit: number): Promise<readonly PlacedId[]> =>
    placedIds(database, type, [term], sql`${where} AND ${subject} ${which}`, order, limit);
  const throughFilled = cursor !== null && (cursor[0][0] ?? null) === null;
  const filled = throughFilled
    ? []
    : await page(sql`IS NOT NULL`, sql`${subject} ${direction}, entry_id ${direction}`, query.size + 1);
  const missing = query.size + 1 - filled.length;
  // What every published entry has (its title, its days) is never null.
  if (missing <= 0 || term.column.kind === 'entry') return filled;
  return [...filled, ...(await page(sql`IS NULL`, sql`entry_id ${direction}`, missing))];
}

/**
 * Finds a page of published entries: their ids in the index table first, then just these documents.
 * @param query filters, order, size and cursor
 * @returns the entries in order
 */
export async function findEntries(
  database: Database,
  type: CompiledType,
  query: EntryQuery,
): Promise<FoundPage> {
  const sort = query.sort.length > 0 ? query.sort : DEFAULT_SORT;
  const [first, ...more] = sort;
  const placed =
    first && more.length === 0
      ? await byOneTerm(database, type, first, query)
      : await bySeveralTerms(database, type, sort, query);
  const page = placed.slice(0, query.size);
  return {
    records: await documentsOf(
      database,
      page.map(({ id }) => id),
    ),
    cursors: page.map(({ id, keys }) => encodeCursor([keys, id])),
    hasNext: placed.length > query.size,
  };
}

async function documentsOf(database: Database, ids: readonly string[]): Promise<readonly EntryRecord[]> {
  if (ids.length === 0) return [];
  const records = await database
    .select()
    .from(entry)
    .where(inArray(entry.id, [...ids]));
  const byId = new Map(records.map((record) => [record.id, record]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/** Counts all published entries that the filters let through. */
export async function countEntries(
  database: Database,
  type: CompiledType,
  filters: readonly FilterTerm[],
): Promise<number> {
  const [row] = await selectRows<{ count: number }>(
    database,
    sql`SELECT count(*)::int AS count FROM ${tableOf(type.contentType.id)} WHERE ${whereSql(filters)}`,
  );
  return row?.count ?? 0;
}

/** Finds one published entry by its slug or its id. */
export async function findEntry(
  database: Database,
  typeId: string,
  slugOrId: string,
): Promise<EntryRecord | undefined> {
  const matches = and(
    eq(entry.typeId, typeId),
    eq(entry.status, 'published'),
    or(eq(entry.slug, slugOrId), eq(entry.id, slugOrId)),
  );
  const found = await database.select().from(entry).where(matches).limit(2);
  return found.find(({ slug }) => slug === slugOrId) ?? found[0];
}
