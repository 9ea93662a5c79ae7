import type { Audience } from '@tovlet/core/access/audience';
import { readersOf } from '@tovlet/core/delivery/read-scope';
import { invariant } from '@tovlet/core/invariant';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import type { Hop } from '@tovlet/core/paths/steps/step';
import { PLAIN_LIST } from '@tovlet/core/queries/listed';
import type { LoadPage, LoadWay } from '@tovlet/core/queries/load-plan';
import { firstEntries } from '@tovlet/core/queries/query';
import { and, count, eq, lte, sql, type SQL } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entryLink, entrySearch, term, termAncestor } from '../db/schema';
import { typeTableOf } from '../db/type-table';
import { listingOf } from './find';
import { cursorsOf, type Cursors } from './lists/cursors';
import type { Listing } from './lists/listing';
import { directed } from './lists/order';
import { ordered } from './lists/pages';
import { listedEntries } from './listed-entries';
import type { Thing } from './things';

/** So many entries that refer to one thing are read with it where no page is asked for: the first by their titles. */
export const MOST_BACKWARDS = 200;

/** Where a way leads from one thing. */
export interface Targets {
  readonly ids: readonly string[];
  /** The cursor of each; empty where no page was asked for. */
  readonly cursors: readonly string[];
  readonly hasNext: boolean;
  readonly hasPrevious: boolean;
  /** How many there are altogether; null where they were not counted. */
  readonly total: number | null;
}

export type TargetsById = ReadonlyMap<string, Targets>;

const NONE: Targets = { ids: [], cursors: [], hasNext: false, hasPrevious: false, total: null };

/** Where a way leads from a thing; nowhere is an empty list. */
export const targetsFrom = (targets: TargetsById, id: string): Targets => targets.get(id) ?? NONE;

interface Found {
  readonly from: string;
  readonly to: string;
  /** What it was put in order by. */
  readonly keys: readonly JsonValue[];
}

function grouped(rows: readonly Found[]): ReadonlyMap<string, readonly Found[]> {
  const byThing = new Map<string, Found[]>();
  for (const row of rows) {
    const known = byThing.get(row.from);
    if (known) known.push(row);
    else byThing.set(row.from, [row]);
  }
  return byThing;
}

const FIRST: LoadPage = { ...firstEntries(MOST_BACKWARDS), counted: false };

/** The entries of one type that a reader sees and that refer to some things by a field that shows. */
class Backwards {
  private readonly table: ReturnType<typeof typeTableOf>;

  constructor(
    private readonly database: Database,
    private readonly hop: Hop,
    private readonly ids: readonly string[],
    private readonly query: LoadPage,
    private readonly list: Listing,
    private readonly cursors: Cursors,
  ) {
    this.table = typeTableOf(list.type.contentType.id);
  }

  private leadingHere(further: SQL): SQL | undefined {
    return and(
      anyOf(entryLink.targetId, this.ids),
      eq(entryLink.fieldId, this.hop.field ?? ''),
      entryLink.shown,
      further,
    );
  }

  private async totals(): Promise<ReadonlyMap<string, number>> {
    const rows = await this.database
      .select({ from: entryLink.targetId, count: count() })
      .from(entryLink)
      .innerJoin(this.table, eq(this.table.entryId, entryLink.entryId))
      .where(this.leadingHere(this.list.where()))
      .groupBy(entryLink.targetId);
    return new Map(rows.map((row) => [row.from, row.count]));
  }

  /** A page of each thing, and one more, which tells that there are more; from its end where it is read backwards. */
  private async found(): Promise<readonly Found[]> {
    const { size, cursor, backwards } = this.query.page;
    const terms = this.list.terms.map((term) => ({
      subject: term.subject,
      direction: directed(term, backwards),
    }));
    const beyond =
      cursor === null ? undefined : this.list.beyond(this.cursors.read(this.list.name, cursor), backwards);
    const order = ordered(terms, {
      subject: sql`${this.table.entryId}`,
      direction: this.list.tie(backwards),
    });
    const keys = sql.join(
      terms.map(({ subject }) => subject),
      sql`, `,
    );
    const all = this.database
      .select({
        from: entryLink.targetId,
        to: entryLink.entryId,
        keys: sql<readonly JsonValue[]>`jsonb_build_array(${keys})`.as('keys'),
        place: sql<number>`row_number() OVER (PARTITION BY ${entryLink.targetId} ORDER BY ${order})`.as(
          'place',
        ),
      })
      .from(entryLink)
      .innerJoin(this.table, eq(this.table.entryId, entryLink.entryId));
    const joined = this.list.ranked
      ? all.innerJoin(entrySearch, eq(entrySearch.entryId, this.table.entryId))
      : all;
    const placed = joined.where(this.leadingHere(this.list.wherePaged(beyond))).as('placed');
    return this.database
      .select({ from: placed.from, to: placed.to, keys: placed.keys })
      .from(placed)
      .where(lte(placed.place, size + 1))
      .orderBy(placed.from, placed.place);
  }

  private targets(found: readonly Found[], total: number | null): Targets {
    const { size, cursor, backwards } = this.query.page;
    const page = backwards ? found.slice(0, size).reverse() : found.slice(0, size);
    const [more, came] = [found.length > size, cursor !== null];
    return {
      ids: page.map(({ to }) => to),
      cursors: page.map(({ keys, to }) => this.cursors.write(this.list.name, [keys, to])),
      hasNext: backwards ? came : more,
      hasPrevious: backwards ? more : came,
      total,
    };
  }

  async pages(): Promise<TargetsById> {
    const totals = this.query.counted ? await this.totals() : null;
    const found = grouped(await this.found());
    const things = new Set([...found.keys(), ...(totals?.keys() ?? [])]);
    return new Map(
      Array.from(things, (thing) => [
        thing,
        this.targets(found.get(thing) ?? [], totals ? (totals.get(thing) ?? 0) : null),
      ]),
    );
  }
}

/** What a way is followed from, and by which model. */
interface From {
  readonly things: readonly Thing[];
  readonly ids: readonly string[];
  readonly model: CompiledModel;
  /** For whom it is read: what they may not see decides nothing. */
  readonly audience: Audience;
}

async function backwards(
  database: Database,
  { hop, page = FIRST }: LoadWay,
  { ids, model }: From,
): Promise<TargetsById> {
  const reader = readersOf(model);
  const [type] = hop.to.types;
  invariant(type, 'a way back begins at the entries of one type');
  const [list, cursors] = await Promise.all([listingOf(database, type, page, reader), cursorsOf(database)]);
  return new Backwards(database, hop, ids, page, list, cursors).pages();
}

/** Terms themselves and those above them. */
async function above(database: Database, _way: LoadWay, { ids }: From): Promise<TargetsById> {
  const rows = await database
    .select({ from: termAncestor.termId, to: termAncestor.ancestorId })
    .from(termAncestor)
    .where(anyOf(termAncestor.termId, ids));
  return asTargets(rows);
}

const asTargets = (
  rows: readonly { readonly from: string | null; readonly to: string | null }[],
): TargetsById => {
  const found = grouped(
    rows.flatMap(({ from, to }) => (from !== null && to !== null ? [{ from, to, keys: [] }] : [])),
  );
  return new Map(Array.from(found, ([from, terms]) => [from, { ...NONE, ids: terms.map(({ to }) => to) }]));
};

/** The terms right above some. */
async function parent(database: Database, _way: LoadWay, { ids }: From): Promise<TargetsById> {
  const rows = await database
    .select({ from: term.id, to: term.parentId })
    .from(term)
    .where(anyOf(term.id, ids));
  return asTargets(rows);
}

/** The terms right below some, in their order. */
async function children(database: Database, _way: LoadWay, { ids }: From): Promise<TargetsById> {
  const rows = await database
    .select({ from: term.parentId, to: term.id })
    .from(term)
    .where(anyOf(term.parentId, ids))
    .orderBy(term.position, term.id);
  return asTargets(rows);
}

/** The entries of a type that a list of a page goes through. */
async function entries(
  database: Database,
  { hop, listed = PLAIN_LIST }: LoadWay,
  { things, model, audience }: From,
): Promise<TargetsById> {
  const [type] = hop.to.types;
  invariant(type, 'a list goes through the entries of one type');
  const found = await listedEntries(database, listed, type, things, { model, audience });
  return new Map(Array.from(found, ([from, ids]) => [from, { ...NONE, ids }]));
}

/** Ways that no value of the things themselves tells; where references lead they do. */
const ways: Readonly<
  Record<
    Exclude<Hop['kind'], 'forward'>,
    (database: Database, way: LoadWay, from: From) => Promise<TargetsById>
  >
> = { backwards, ancestor_or_self: above, parent, children, entries };

/**
 * Finds where a way leads that is no field's, for any number of things in one statement; in two where they are counted.
 * @param things those it begins at
 * @param model by which is read
 * @param audience for whom
 * @throws ProblemException when its cursor is none of such a list
 */
export async function targetsOf(
  database: Database,
  way: LoadWay & { readonly hop: { readonly kind: Exclude<Hop['kind'], 'forward'> } },
  things: readonly Thing[],
  model: CompiledModel,
  audience: Audience,
): Promise<TargetsById> {
  const ids = things.map(({ id }) => id);
  return ids.length === 0 ? new Map() : ways[way.hop.kind](database, way, { things, ids, model, audience });
}
