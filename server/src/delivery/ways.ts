import { invariant } from '@tovlet/core/invariant';
import type { JsonValue } from '@tovlet/core/json';
import type { Hop } from '@tovlet/core/paths/steps/step';
import { EVERYTHING, type SortTerm } from '@tovlet/core/queries/compile';
import type { LoadPage, LoadWay } from '@tovlet/core/queries/load-plan';
import { and, count, eq, lte, sql, type SQL } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entryLink, termAncestor } from '../db/schema';
import { typeTableOf } from '../db/type-table';
import { decodeCursor, DEFAULT_SORT, encodeCursor, Listing, ordered } from './find';

/** So many entries that refer to one thing are read with it where no page is asked for: the first by their titles. */
export const MOST_BACKWARDS = 200;

/** Where a way leads from one thing. */
export interface Targets {
  readonly ids: readonly string[];
  /** The cursor after each; empty where no page was asked for. */
  readonly cursors: readonly string[];
  readonly hasNext: boolean;
  /** How many there are altogether; null where they were not counted. */
  readonly total: number | null;
}

export type TargetsById = ReadonlyMap<string, Targets>;

const NONE: Targets = { ids: [], cursors: [], hasNext: false, total: null };

/** Where a way leads from a thing; nowhere is an empty list. */
export const targetsFrom = (targets: TargetsById, id: string): Targets => targets.get(id) ?? NONE;

interface Found {
  readonly from: string;
  readonly to: string;
  /** What it was put in order by. */
  readonly keys: readonly JsonValue[];
}

function grouped(
  rows: readonly Found[],
  size: number,
  totals: ReadonlyMap<string, number> | null,
): TargetsById {
  const byThing = new Map<string, Found[]>();
  for (const row of rows) {
    const known = byThing.get(row.from);
    if (known) known.push(row);
    else byThing.set(row.from, [row]);
  }
  for (const from of totals?.keys() ?? []) if (!byThing.has(from)) byThing.set(from, []);
  return new Map(
    [...byThing].map(([from, found]) => {
      const page = found.slice(0, size);
      const cursors = page.map(({ keys, to }) => encodeCursor([keys, to]));
      const total = totals ? (totals.get(from) ?? 0) : null;
      return [from, { ids: page.map(({ to }) => to), cursors, hasNext: found.length > size, total }];
    }),
  );
}

const termsOf = (sort: readonly SortTerm[], list: Listing) =>
  sort.map((term) => ({
    subject: list.subject(term),
    direction: sql.raw(term.descending ? 'DESC NULLS LAST' : 'ASC NULLS LAST'),
  }));

const FIRST: LoadPage = {
  condition: EVERYTHING,
  sort: [],
  size: MOST_BACKWARDS,
  after: null,
  counted: false,
};

/** The published entries of one type that refer to some things by a field that shows. */
class Backwards {
  private readonly list: Listing;
  private readonly table: ReturnType<typeof typeTableOf>;
  private readonly sort: readonly SortTerm[];

  constructor(
    private readonly database: Database,
    private readonly hop: Hop,
    private readonly ids: readonly string[],
    private readonly page: LoadPage,
  ) {
    const [type] = hop.to.types;
    invariant(type, 'a way back begins at the entries of one type');
    this.list = new Listing(type, page.condition);
    this.table = typeTableOf(type.contentType.id);
    this.sort = page.sort.length > 0 ? page.sort : DEFAULT_SORT;
  }

  private leadingHere(further: SQL): SQL | undefined {
    return and(
      anyOf(entryLink.targetId, this.ids),
      eq(entryLink.fieldId, this.hop.field ?? ''),
      entryLink.shown,
      further,
    );
  }

  async totals(): Promise<ReadonlyMap<string, number>> {
    const rows = await this.database
      .select({ from: entryLink.targetId, count: count() })
      .from(entryLink)
      .innerJoin(this.table, eq(this.table.entryId, entryLink.entryId))
      .where(this.leadingHere(this.list.where()))
      .groupBy(entryLink.targetId);
    return new Map(rows.map((row) => [row.from, row.count]));
  }

  /** The first of each thing, and one more, which tells that there are more. */
  async found(): Promise<readonly Found[]> {
    const { after, size } = this.page;
    const terms = termsOf(this.sort, this.list);
    const beyond =
      after === null ? undefined : this.list.after(this.sort, decodeCursor(after, this.sort), sql`>`);
    const order = ordered(terms, { subject: sql`${this.table.entryId}`, direction: sql`ASC` });
    const keys = sql.join(
      terms.map(({ subject }) => subject),
      sql`, `,
    );
    const placed = this.database
      .select({
        from: entryLink.targetId,
        to: entryLink.entryId,
        keys: sql<readonly JsonValue[]>`jsonb_build_array(${keys})`.as('keys'),
        place: sql<number>`row_number() OVER (PARTITION BY ${entryLink.targetId} ORDER BY ${order})`.as(
          'place',
        ),
      })
      .from(entryLink)
      .innerJoin(this.table, eq(this.table.entryId, entryLink.entryId))
      .where(this.leadingHere(this.list.where(beyond)))
      .as('placed');
    return this.database
      .select({ from: placed.from, to: placed.to, keys: placed.keys })
      .from(placed)
      .where(lte(placed.place, size + 1))
      .orderBy(placed.from, placed.place);
  }
}

async function backwards(
  database: Database,
  { hop, page = FIRST }: LoadWay,
  ids: readonly string[],
): Promise<TargetsById> {
  const way = new Backwards(database, hop, ids, page);
  const totals = page.counted ? await way.totals() : null;
  return grouped(await way.found(), page.size, totals);
}

/** Terms themselves and those above them. */
async function above(database: Database, _way: LoadWay, ids: readonly string[]): Promise<TargetsById> {
  const rows = await database
    .select({ from: termAncestor.termId, to: termAncestor.ancestorId })
    .from(termAncestor)
    .where(anyOf(termAncestor.termId, ids));
  const found = rows.map((row) => ({ ...row, keys: [] }));
  return grouped(found, rows.length, null);
}

/** Ways that no value of the things themselves tells; where references lead they do. */
const ways: Readonly<
  Record<
    Exclude<Hop['kind'], 'forward'>,
    (database: Database, way: LoadWay, ids: readonly string[]) => Promise<TargetsById>
  >
> = { backwards, ancestor_or_self: above };

/**
 * Finds where a way leads that is no field's, for any number of things in one statement; in two where they are counted.
 * @param ids the things it begins at
 * @throws ProblemException when its cursor is none of such a list
 */
export async function targetsOf(
  database: Database,
  way: LoadWay & { readonly hop: { readonly kind: Exclude<Hop['kind'], 'forward'> } },
  ids: readonly string[],
): Promise<TargetsById> {
  return ids.length === 0 ? new Map() : ways[way.hop.kind](database, way, ids);
}
