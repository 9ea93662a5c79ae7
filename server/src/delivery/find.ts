import type { Column, FilterTerm, SortTerm } from '@tovlet/core/delivery/filter';
import type { EntryQuery } from '@tovlet/core/delivery/query';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { and, count, eq, exists, isNotNull, or, sql, type SQL } from 'drizzle-orm';
import * as z from 'zod';
import type { Database } from '../db/connect';
import { READERS_ORDER } from '../db/type-table';
import { entry, indexTable, type EntryRecord } from '../db/schema';
import { typeTableOf } from '../db/type-table';
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
  if (column.column !== 'text' || isMomentColumn(column)) return columnSql(column);
  return column.kind === 'field'
    ? sql`left(${columnSql(column)}, 200) ${READERS_ORDER}`
    : sql`${columnSql(column)} ${READERS_ORDER}`;
}

const OPERATORS = { eq: '=', ne: '<>', gt: '>', gte: '>=', lt: '<', lte: '<=' } as const;
const escapeLike = (text: JsonValue): string => String(text).replace(/[\\%_]/g, '\\$&');

const isMomentColumn = (column: Column): boolean => column.kind === 'entry' && column.moment;

const castOf = (column: Column): string => (isMomentColumn(column) ? 'timestamptz' : column.column);

const listed = (value: JsonValue): SQL =>
  sql`SELECT jsonb_array_elements_text(${JSON.stringify(value)}::jsonb)`;

/** A value of a filter, as what the column holds. */
const operandSql = (column: Column, value: JsonValue): SQL =>
  isMomentColumn(column) ? sql`${value}::timestamptz` : sql`${value}`;

function plainFilterSql({ column, operator, value }: FilterTerm): SQL {
  const subject = columnSql(column);
  switch (operator) {
    case 'empty':
      return value === true ? sql`${subject} IS NULL` : sql`${subject} IS NOT NULL`;
    case 'in':
      return sql`${subject} = ANY (ARRAY(${listed(value)})::${sql.raw(castOf(column))}[])`;
    case 'has':
      return sql`${subject} @> ARRAY[${value}]::text[]`;
    case 'has_any':
      return sql`${subject} && ARRAY(${listed(value)})`;
    case 'contains':
      return sql`${subject} ILIKE ${`%${escapeLike(value)}%`}`;
    case 'starts':
      return sql`${subject} ILIKE ${`${escapeLike(value)}%`}`;
    case 'ne':
      return sql`${subject} IS DISTINCT FROM ${operandSql(column, value)}`;
    default:
      return sql`${subject} ${sql.raw(OPERATORS[operator])} ${operandSql(column, value)}`;
  }
}

/**
 * A filter on a relation sees what readers see: entries that are not published are not there. Otherwise it would tell that
 * they are, and what their ids are.
 */
function relationFilterSql(term: FilterTerm): SQL {
  const { column, operator, value } = term;
  const subject = columnSql(column);
  const isPublished = (ids: SQL): SQL =>
    sql`EXISTS (SELECT 1 FROM entry WHERE id = ${ids} AND entry.status = 'published')`;
  switch (operator) {
    case 'empty': {
      const some = isPublished(column.column === 'text[]' ? sql`ANY (${subject})` : subject);
      return value === true ? sql`NOT ${some}` : some;
    }
    case 'ne':
      return sql`(${relationFilterSql({ ...term, operator: 'eq' })}) IS NOT TRUE`;
    case 'in':
    case 'has_any': {
      const published = sql`ARRAY(SELECT id FROM entry WHERE id IN (${listed(value)}) AND entry.status = 'published')`;
      return operator === 'in' ? sql`${subject} = ANY (${published})` : sql`${subject} && ${published}`;
    }
    default:
      return sql`${plainFilterSql(term)} AND ${isPublished(sql`${value}::text`)}`;
  }
}

const filterSql = (term: FilterTerm): SQL =>
  term.column.kind === 'field' && term.column.field.type.refersTo === 'entry'
    ? relationFilterSql(term)
    : plainFilterSql(term);

const cursorSchema = z.tuple([z.array(z.json()), z.string()]);
type Cursor = readonly [readonly JsonValue[], string];

const encodeCursor = (cursor: Cursor): string => Buffer.from(JSON.stringify(cursor)).toString('base64url');

const MOMENT = /^\d{4,6}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(?:\.\d+)?(?:Z|[+-]\d{2}:\d{2})$/;

/** Whether a value can have come from a column: a cursor of another list holds others. */
function fitsColumn({ column }: SortTerm, value: JsonValue | undefined): boolean {
  if (value === null) return true;
  if (column.column === 'float8') return typeof value === 'number';
  if (column.column === 'boolean') return typeof value === 'boolean';
  if (typeof value !== 'string') return false;
  return !isMomentColumn(column) || (MOMENT.test(value) && !Number.isNaN(Date.parse(value)));
}

function decodeCursor(text: string, terms: readonly SortTerm[]): Cursor {
  try {
    const cursor = cursorSchema.parse(JSON.parse(Buffer.from(text, 'base64url').toString('utf8')));
    const [values] = cursor;
    const fits = terms.every((term, index) => fitsColumn(term, values[index]));
    if (values.length === terms.length && fits) return cursor;
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
  { column: { kind: 'entry', key: 'title', column: 'text', moment: false }, descending: false },
];

interface Placed {
  readonly record: EntryRecord;
  /** What it was sorted by, for the cursor. */
  readonly keys: readonly JsonValue[];
}

/** What a page is put in order by, and which way. */
interface OrderTerm {
  readonly subject: SQL;
  /** Words of SQL, such as `DESC NULLS LAST`. */
  readonly direction: SQL;
}

const ordered = (terms: readonly OrderTerm[], id: OrderTerm): SQL =>
  sql.join(
    [...terms, id].map(({ subject, direction }) => sql`${subject} ${direction}`),
    sql`, `,
  );

/** Reads a page in one statement: ids in the order of the typed index table, then just these documents. */
async function placedEntries(
  database: Database,
  type: CompiledType,
  terms: readonly OrderTerm[],
  tie: SQL,
  where: SQL,
  limit: number,
): Promise<readonly Placed[]> {
  const keyOf = (index: number): SQL => sql`${sql.identifier(`k${index}`)}`;
  const keys = terms.map(({ subject }, index) => [`k${index}`, subject.as(`k${index}`)] as const);
  const table = typeTableOf(type.contentType.id);
  const placed = database
    .select({ entryId: table.entryId, ...Object.fromEntries(keys) })
    .from(table)
    .where(where)
    .orderBy(ordered(terms, { subject: sql`entry_id`, direction: tie }))
    .limit(limit);
  const again = terms.map(({ direction }, index) => ({ subject: keyOf(index), direction }));
  const list = sql.join(
    terms.map((_term, index) => keyOf(index)),
    sql`, `,
  );
  return database
    .select({ record: entry, keys: sql<readonly JsonValue[]>`jsonb_build_array(${list})` })
    .from(entry)
    .innerJoin(sql`${placed} AS placed`, sql`placed.entry_id = ${entry.id}`)
    .orderBy(ordered(again, { subject: sql`entry_id`, direction: tie }));
}

/** A page in the order of several terms. */
function bySeveralTerms(
  database: Database,
  type: CompiledType,
  sort: readonly SortTerm[],
  query: EntryQuery,
): Promise<readonly Placed[]> {
  const after = query.after === null ? undefined : afterSql(sort, decodeCursor(query.after, sort), sql`>`);
  const terms = sort.map(({ column, descending }) => ({
    subject: orderSql(column),
    direction: sql.raw(descending ? 'DESC NULLS LAST' : 'ASC NULLS LAST'),
  }));
  const where = whereSql(query.filters, after);
  return placedEntries(database, type, terms, sql`ASC`, where, query.size + 1);
}

/**
 * A page in the order of one term, ties in the same direction.
 *
 * The index of a field holds its filled values only: they come from the index, read forwards or backwards, and the
 * nulls, which come last either way, from a second statement once the filled are through.
 */
async function byOneTerm(
  database: Database,
  type: CompiledType,
  term: SortTerm,
  query: EntryQuery,
): Promise<readonly Placed[]> {
  const direction = sql.raw(term.descending ? 'DESC' : 'ASC');
  const cursor = query.after === null ? null : decodeCursor(query.after, [term]);
  const after = cursor ? afterSql([term], cursor, term.descending ? sql`<` : sql`>`) : undefined;
  const where = whereSql(query.filters, after);
  const subject = orderSql(term.column);
  const page = (which: SQL, limit: number): Promise<readonly Placed[]> =>
    placedEntries(
      database,
      type,
      [{ subject, direction }],
      direction,
      sql`${where} AND ${columnSql(term.column)} ${which}`,
      limit,
    );
  const throughFilled = cursor !== null && (cursor[0][0] ?? null) === null;
  const filled = throughFilled ? [] : await page(sql`IS NOT NULL`, query.size + 1);
  const missing = query.size + 1 - filled.length;
  // What every published entry has (its title, its days) is never null.
  if (missing <= 0 || term.column.kind === 'entry') return filled;
  return [...filled, ...(await page(sql`IS NULL`, missing))];
}

/**
 * Finds a page of published entries.
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
    records: page.map(({ record }) => record),
    cursors: page.map(({ record, keys }) => encodeCursor([keys, record.id])),
    hasNext: placed.length > query.size,
  };
}

/** How many published entries the filters let through. */
export interface EntryCount {
  readonly count: number;
  /** Whether the list still follows a change of the model, so that filters and order may miss some. */
  readonly partial: boolean;
}

/** Counts all published entries that the filters let through. */
export async function countEntries(
  database: Database,
  type: CompiledType,
  filters: readonly FilterTerm[],
): Promise<EntryCount> {
  const { id } = type.contentType;
  const unfilled = database
    .select({ typeId: indexTable.typeId })
    .from(indexTable)
    .where(and(eq(indexTable.typeId, id), isNotNull(indexTable.filledTo)));
  const [row] = await database
    .select({ count: count(), partial: sql<boolean>`${exists(unfilled)}` })
    .from(typeTableOf(id))
    .where(whereSql(filters));
  return row ?? { count: 0, partial: false };
}

/** Finds a published entry of any type by its id; undefined where there is none. */
export async function publishedById(database: Database, id: string): Promise<EntryRecord | undefined> {
  const matches = and(eq(entry.id, id), eq(entry.status, 'published'));
  return (await database.select().from(entry).where(matches))[0];
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
