import type { JsonValue } from '@tovlet/core/json';
import type { PageRequest } from '@tovlet/core/queries/query';
import { eq, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entrySearch } from '../../db/schema';
import { typeTableOf } from '../../db/type-table';
import { cursorsOf, type Cursor } from './cursors';
import type { Listing } from './listing';
import { directed } from './order';

/** A page of what was found, and how its list goes on. */
export interface FoundPage<Row> {
  readonly records: readonly Row[];
  readonly hasNext: boolean;
  readonly hasPrevious: boolean;
  /** The cursor of a record of the page, by its place; null where there is none. */
  cursor(index: number): string | null;
}

/** That an entry was found. */
export interface FoundId {
  readonly id: string;
}

export interface Placed<Row> {
  readonly record: Row;
  /** What it was put in order by, for its cursor. */
  readonly keys: readonly JsonValue[];
}

/** What is read of each entry of a page. */
export type Columns<Row extends FoundId> = (
  placed: SQL,
  keys: SQL,
  order: SQL,
) => Promise<readonly Placed<Row>[]>;

interface Ordered {
  readonly subject: SQL;
  /** Words of SQL, such as `DESC NULLS LAST`. */
  readonly direction: SQL;
}

/** How much of a list is read. */
interface Part {
  readonly limit: number;
  readonly skip?: number;
}

/** Writes an order in SQL, the id last. */
export const ordered = (terms: readonly Ordered[], id: Ordered): SQL =>
  sql.join(
    [...terms, id].map(({ subject, direction }) => sql`${subject} ${direction}`),
    sql`, `,
  );

/** Finds pages of a list, each in one statement or two. */
export class Pages<Row extends FoundId> {
  constructor(
    private readonly database: Database,
    private readonly list: Listing,
    private readonly columns: Columns<Row>,
  ) {}

  /** Ids in the order of the typed index table, then what is read of just these. */
  private placed(
    terms: readonly Ordered[],
    tie: SQL,
    where: SQL,
    { limit, skip = 0 }: Part,
  ): Promise<readonly Placed<Row>[]> {
    const keyOf = (index: number): SQL => sql`${sql.identifier(`k${index}`)}`;
    const keys = terms.map(({ subject }, index) => [`k${index}`, subject.as(`k${index}`)] as const);
    const table = typeTableOf(this.list.type.contentType.id);
    const all = this.database.select({ entryId: table.entryId, ...Object.fromEntries(keys) }).from(table);
    const joined = this.list.ranked
      ? all.innerJoin(entrySearch, eq(entrySearch.entryId, table.entryId))
      : all;
    const placed = joined
      .where(where)
      .orderBy(ordered(terms, { subject: sql`${table.entryId}`, direction: tie }))
      .limit(limit)
      .offset(skip);
    const again = terms.map(({ direction }, index) => ({ subject: keyOf(index), direction }));
    const list = sql.join(
      terms.map((_term, index) => keyOf(index)),
      sql`, `,
    );
    return this.columns(sql`${placed}`, list, ordered(again, { subject: sql`entry_id`, direction: tie }));
  }

  /** A page in the order of several terms. */
  private bySeveralTerms(where: SQL, backwards: boolean, part: Part): Promise<readonly Placed<Row>[]> {
    const terms = this.list.terms.map((term) => ({
      subject: term.subject,
      direction: directed(term, backwards),
    }));
    return this.placed(terms, this.list.tie(backwards), where, part);
  }

  /**
   * A page in the order of one term, ties in the same direction.
   *
   * The index of a field holds its filled values only: they come from the index, read forwards or backwards, and the
   * nulls, which come last either way, from a second statement.
   */
  private async byOneTerm(
    where: SQL,
    cursor: Cursor | null,
    backwards: boolean,
    limit: number,
  ): Promise<readonly Placed<Row>[]> {
    const [term] = this.list.terms;
    if (!term) return [];
    const { subject, descending, filledBy } = term;
    const direction = sql.raw(descending === backwards ? 'ASC' : 'DESC');
    const page = (which: SQL, most: number): Promise<readonly Placed<Row>[]> =>
      most <= 0
        ? Promise.resolve([])
        : this.placed([{ subject, direction }], this.list.tie(backwards), sql`${where}${which}`, {
            limit: most,
          });
    if (filledBy === null) return page(sql``, limit);
    const [filled, empty] = [sql` AND ${filledBy} IS NOT NULL`, sql` AND ${filledBy} IS NULL`];
    const amongEmpty = cursor !== null && (cursor[0][0] ?? null) === null;
    if (backwards) {
      const last = cursor === null || amongEmpty ? await page(empty, limit) : [];
      return [...last, ...(await page(filled, limit - last.length))];
    }
    const first = amongEmpty ? [] : await page(filled, limit);
    return [...first, ...(await page(empty, limit - first.length))];
  }

  /**
   * Finds a page.
   * @throws ProblemException when its cursor is none of this list
   */
  async find({ size, cursor: text, backwards, skip = 0 }: PageRequest): Promise<FoundPage<Row>> {
    const cursors = await cursorsOf(this.database);
    const cursor = text === null ? null : cursors.read(this.list.name, text);
    const where = this.list.wherePaged(cursor ? this.list.beyond(cursor, backwards) : undefined);
    const placed =
      this.list.terms.length === 1 && skip === 0
        ? await this.byOneTerm(where, cursor, backwards, size + 1)
        : await this.bySeveralTerms(where, backwards, { limit: size + 1, skip });
    const page = backwards ? placed.slice(0, size).reverse() : placed.slice(0, size);
    const [more, came] = [placed.length > size, cursor !== null || skip > 0];
    return {
      records: page.map(({ record }) => record),
      hasNext: backwards ? came : more,
      hasPrevious: backwards ? more : came,
      cursor: (index) => {
        const at = page[index];
        return at ? cursors.write(this.list.name, [at.keys, at.record.id]) : null;
      },
    };
  }
}
