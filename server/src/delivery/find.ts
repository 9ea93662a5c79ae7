import { PROGRAMS } from '@tovlet/core/access/audience';
import type { EntryQuery } from '@tovlet/core/delivery/query';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { properties } from '@tovlet/core/paths/properties';
import type { CompiledCondition, SortTerm } from '@tovlet/core/queries/compile';
import { and, count, eq, inArray, isNotNull, or, sql, type SQL } from 'drizzle-orm';
import * as z from 'zod';
import { anyOf, type Database } from '../db/connect';
import { conditionSql } from '../db/query/condition';
import { storedAt } from '../db/query/end-values';
import { Aliases, type Place } from '../db/query/place';
import { castOf, isAlwaysThere, sortSql } from '../db/query/sort';
import { entry, indexTable } from '../db/schema';
import { delivered, type DeliveredEntry } from './delivered';
import { typeTableOf } from '../db/type-table';
import { ProblemException } from '../http/problem';

/** A page of what was found, and where the next one begins. */
export interface FoundPage<Row> {
  readonly records: readonly Row[];
  /** The cursor after each record, in the same order. */
  readonly cursors: readonly string[];
  readonly hasNext: boolean;
}

const cursorSchema = z.tuple([z.array(z.json()), z.string()]);
type Cursor = readonly [readonly JsonValue[], string];

/** Writes a cursor: what an entry was put in order by, and its id. */
export const encodeCursor = (cursor: Cursor): string =>
  Buffer.from(JSON.stringify(cursor)).toString('base64url');

const MOMENT = /^\d{4,6}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(?:\.\d+)?(?:Z|[+-]\d{2}:\d{2})$/;

/** Whether a value can have come from an order: a cursor of another list holds others. */
function fitsTerm({ valueKind }: SortTerm, value: JsonValue | undefined): boolean {
  if (value === null) return true;
  if (valueKind === 'number') return typeof value === 'number';
  if (valueKind === 'switch') return typeof value === 'boolean';
  if (typeof value !== 'string') return false;
  return valueKind !== 'moment' || (MOMENT.test(value) && !Number.isNaN(Date.parse(value)));
}

/**
 * Reads a cursor.
 * @throws ProblemException when it is none, or one of another order
 */
export function decodeCursor(text: string, terms: readonly SortTerm[]): Cursor {
  try {
    const cursor = cursorSchema.parse(JSON.parse(Buffer.from(text, 'base64url').toString('utf8')));
    const [values] = cursor;
    const fits = terms.every((term, index) => fitsTerm(term, values[index]));
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

/** A list of published entries as statements see it. */
export class Listing {
  readonly place: Place;
  private readonly names = new Aliases(PROGRAMS);
  private readonly subjects = new Map<SortTerm, SQL>();

  constructor(
    type: CompiledType,
    private readonly condition: CompiledCondition,
  ) {
    this.place = { kind: 'entry', type, alias: sql`${typeTableOf(type.contentType.id)}` };
  }

  /** What an order goes by. */
  subject(term: SortTerm): SQL {
    const known = this.subjects.get(term) ?? sortSql(term, this.place, this.names);
    this.subjects.set(term, known);
    return known;
  }

  /** The entries that fit, and stand after a cursor where there is one. */
  where(after?: SQL): SQL {
    return sql.join(
      [
        sql`${this.place.alias}.status = 'published'`,
        conditionSql(this.condition, this.place, this.names),
        ...(after ? [sql`(${after})`] : []),
      ],
      sql` AND `,
    );
  }

  /** Everything after a cursor, by keyset: nulls come last in either direction. */
  after(terms: readonly SortTerm[], [values, id]: Cursor, tie: SQL): SQL | undefined {
    const [term, ...rest] = terms;
    if (!term) return sql`${this.place.alias}.entry_id ${tie} ${id}`;
    const subject = this.subject(term);
    const value = values[0] ?? null;
    const beyond = this.after(rest, [values.slice(1), id], tie);
    if (value === null) return and(sql`${subject} IS NULL`, beyond);
    const cast = sql`${value}::${sql.raw(castOf(term))}`;
    const further = term.descending ? sql`${subject} < ${cast}` : sql`${subject} > ${cast}`;
    return or(further, sql`${subject} IS NULL`, and(sql`${subject} = ${cast}`, beyond));
  }
}

/** By title, where no order is asked for. */
export const DEFAULT_SORT: readonly SortTerm[] = [
  {
    path: {
      hops: [],
      end: { kind: 'property', property: 'title', plan: properties.entry.title },
      types: [],
      many: false,
      keys: 'title',
      label: 'Title',
    },
    valueKind: 'text',
    descending: false,
  },
];

interface Placed<Row> {
  readonly record: Row;
  /** What it was sorted by, for the cursor. */
  readonly keys: readonly JsonValue[];
}

/** What is read of each entry of a page. */
type Columns<Row extends FoundId> = (placed: SQL, keys: SQL, order: SQL) => Promise<readonly Placed<Row>[]>;

/** That an entry was found. */
export interface FoundId {
  readonly id: string;
}

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

/** Reads what is delivered, in the same statement. */
const recordsFrom =
  (database: Database): Columns<DeliveredEntry> =>
  (placed, keys, order) =>
    database
      .select({ record: delivered, keys: keysOf(keys) })
      .from(entry)
      .innerJoin(sql`${placed} AS placed`, sql`placed.entry_id = ${entry.id}`)
      .orderBy(order);

/** What a page is put in order by, and which way. */
interface OrderTerm {
  readonly subject: SQL;
  /** Words of SQL, such as `DESC NULLS LAST`. */
  readonly direction: SQL;
}

/** Writes an order in SQL, the id last. */
export const ordered = (terms: readonly OrderTerm[], id: OrderTerm): SQL =>
  sql.join(
    [...terms, id].map(({ subject, direction }) => sql`${subject} ${direction}`),
    sql`, `,
  );

/** Finds pages of the published entries of a type, each in one statement or two. */
class Pages<Row extends FoundId> {
  constructor(
    private readonly database: Database,
    private readonly type: CompiledType,
    private readonly columns: Columns<Row>,
  ) {}

  /** Ids in the order of the typed index table, then what is read of just these. */
  private placed(
    terms: readonly OrderTerm[],
    tie: SQL,
    where: SQL,
    limit: number,
  ): Promise<readonly Placed<Row>[]> {
    const keyOf = (index: number): SQL => sql`${sql.identifier(`k${index}`)}`;
    const keys = terms.map(({ subject }, index) => [`k${index}`, subject.as(`k${index}`)] as const);
    const table = typeTableOf(this.type.contentType.id);
    const placed = this.database
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
    return this.columns(sql`${placed}`, list, ordered(again, { subject: sql`entry_id`, direction: tie }));
  }

  /** A page in the order of several terms. */
  bySeveralTerms(sort: readonly SortTerm[], query: EntryQuery): Promise<readonly Placed<Row>[]> {
    const list = new Listing(this.type, query.condition);
    const after =
      query.after === null ? undefined : list.after(sort, decodeCursor(query.after, sort), sql`>`);
    const terms = sort.map((term) => ({
      subject: list.subject(term),
      direction: sql.raw(term.descending ? 'DESC NULLS LAST' : 'ASC NULLS LAST'),
    }));
    return this.placed(terms, sql`ASC`, list.where(after), query.size + 1);
  }

  /**
   * A page in the order of one term, ties in the same direction.
   *
   * The index of a field holds its filled values only: they come from the index, read forwards or backwards, and the
   * nulls, which come last either way, from a second statement once the filled are through.
   */
  async byOneTerm(term: SortTerm, query: EntryQuery): Promise<readonly Placed<Row>[]> {
    const list = new Listing(this.type, query.condition);
    const direction = sql.raw(term.descending ? 'DESC' : 'ASC');
    const cursor = query.after === null ? null : decodeCursor(query.after, [term]);
    const after = cursor ? list.after([term], cursor, term.descending ? sql`<` : sql`>`) : undefined;
    const where = list.where(after);
    const subject = list.subject(term);
    const filledBy = term.path.hops.length === 0 ? storedAt(list.place, term.path.end) : subject;
    const page = (which: SQL, limit: number): Promise<readonly Placed<Row>[]> =>
      this.placed([{ subject, direction }], direction, sql`${where} AND ${filledBy} ${which}`, limit);
    const throughFilled = cursor !== null && (cursor[0][0] ?? null) === null;
    const filled = throughFilled ? [] : await page(sql`IS NOT NULL`, query.size + 1);
    const missing = query.size + 1 - filled.length;
    if (missing <= 0 || isAlwaysThere(term)) return filled;
    return [...filled, ...(await page(sql`IS NULL`, missing))];
  }

  async find(query: EntryQuery): Promise<FoundPage<Row>> {
    const sort = query.sort.length > 0 ? query.sort : DEFAULT_SORT;
    const [first, ...more] = sort;
    const placed =
      first && more.length === 0
        ? await this.byOneTerm(first, query)
        : await this.bySeveralTerms(sort, query);
    const page = placed.slice(0, query.size);
    return {
      records: page.map(({ record }) => record),
      cursors: page.map(({ record, keys }) => encodeCursor([keys, record.id])),
      hasNext: placed.length > query.size,
    };
  }
}

/**
 * Finds a page of published entries.
 * @param query condition, order, size and cursor
 * @returns the entries in order
 */
export const findEntries = (
  database: Database,
  type: CompiledType,
  query: EntryQuery,
): Promise<FoundPage<DeliveredEntry>> => new Pages(database, type, recordsFrom(database)).find(query);

/** Finds a page of published entries as `findEntries` does, and reads nothing of them but which they are. */
export const findRows = (
  database: Database,
  type: CompiledType,
  query: EntryQuery,
): Promise<FoundPage<FoundRow>> => new Pages(database, type, rowsFrom(database)).find(query);

/** Reads published entries by their ids, in no order. */
export const publishedEntries = (
  database: Database,
  ids: readonly string[],
): Promise<readonly DeliveredEntry[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : database
        .select(delivered)
        .from(entry)
        .where(and(anyOf(entry.id, ids), eq(entry.status, 'published')));

/** Counts all published entries that fit. */
export async function countEntries(
  database: Database,
  type: CompiledType,
  condition: CompiledCondition,
): Promise<number> {
  const [row] = await database
    .select({ count: count() })
    .from(typeTableOf(type.contentType.id))
    .where(new Listing(type, condition).where());
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

/** That entries are published, and have one of some names. */
function namedAs(wanted: readonly NamedEntry[]): SQL | undefined {
  const names = [...new Set(wanted.map(({ slugOrId }) => slugOrId))];
  const types = [...new Set(wanted.map(({ typeId }) => typeId))];
  return and(
    inArray(entry.typeId, types),
    eq(entry.status, 'published'),
    or(inArray(entry.slug, names), inArray(entry.id, names)),
  );
}

/** Finds published entries by their slugs or ids, all in one statement; `namedBy` tells which is which. */
export const findEach = (
  database: Database,
  wanted: readonly NamedEntry[],
): Promise<readonly DeliveredEntry[]> => database.select(delivered).from(entry).where(namedAs(wanted));

/** Finds one published entry by its slug or its id. */
export async function findEntry(
  database: Database,
  typeId: string,
  slugOrId: string,
): Promise<DeliveredEntry | undefined> {
  return namedBy(await findEach(database, [{ typeId, slugOrId }]), typeId, slugOrId);
}

/** Finds one published entry as `findEntry` does, and reads nothing of it but which it is. */
export async function findRow(
  database: Database,
  typeId: string,
  slugOrId: string,
): Promise<FoundRow | undefined> {
  const { slug, typeId: type } = entry;
  const rows = await database
    .select({ ...foundRow, slug, typeId: type })
    .from(entry)
    .where(namedAs([{ typeId, slugOrId }]));
  return namedBy(rows, typeId, slugOrId);
}
