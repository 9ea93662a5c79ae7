import { seesDrafts } from '@tovlet/core/access/audience';
import type { FacetRange } from '@tovlet/core/queries/ranges';
import type { CompiledCondition } from '@tovlet/core/queries/compile';
import { withoutFacet, type Facet, type FacetKind } from '@tovlet/core/queries/facets';
import {
  DAY_RANGE_LENGTH,
  dayRange,
  daysOf,
  endsOf,
  numberRanges,
  rangesBetween,
  type NumberRanges,
} from '@tovlet/core/queries/ranges';
import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../connect';
import { conditionSql } from './condition';
import { ofTypes, statusSeen, type Aliases, type Place } from './place';

/** How many entries have a value. */
export interface CountedValue {
  readonly value: string;
  readonly count: number;
}

/** What counting by a facet came to: of values or of ranges. */
export interface CountedFacet {
  readonly values: readonly CountedValue[];
  readonly ranges: readonly FacetRange[];
}

/** A list whose entries are counted. */
export interface CountedList {
  readonly place: Place;
  readonly condition: CompiledCondition;
  readonly names: Aliases;
  /** What else has to hold, such as words that are searched for. */
  readonly also: SQL;
}

/** So many values of a facet are told. */
const VALUES = 200;

function whereOf({ place, condition, names, also }: CountedList, facet: Facet): SQL {
  return sql`${also} AND ${conditionSql(withoutFacet(condition, facet), place, names)}`;
}

const MOST_FIRST = sql`ORDER BY count DESC, value LIMIT ${sql.raw(String(VALUES))}`;

const columnOf = ({ place }: CountedList, { column }: Facet): SQL =>
  sql`${place.alias}.${sql.identifier(column)}`;

/** Entries that the audience does not see are nothing to count by. */
function seenValue({ names: { audience } }: CountedList, { ofEntries, among }: Facet, value: SQL): SQL {
  if (!ofEntries || (seesDrafts(audience) && among === null)) return sql``;
  const seen = statusSeen(sql`seen.status`, audience);
  return sql` AND EXISTS (SELECT FROM entry AS seen WHERE seen.id = ${value} AND ${seen}${ofTypes(among)})`;
}

/** The entries by the values of a column that has one each. */
function bySingle(list: CountedList, facet: Facet): SQL {
  const column = columnOf(list, facet);
  return sql`SELECT ${column}::text AS value, count(*)::int AS count FROM ${list.place.alias}
    WHERE ${whereOf(list, facet)} AND ${column} IS NOT NULL${seenValue(list, facet, column)} GROUP BY ${column}`;
}

/** The entries by the values of a column that has lists of them. */
function byEach(list: CountedList, facet: Facet): SQL {
  return sql`SELECT each.value, count(*)::int AS count
    FROM ${list.place.alias}, unnest(${columnOf(list, facet)}) AS each (value)
    WHERE ${whereOf(list, facet)}${seenValue(list, facet, sql`each.value`)} GROUP BY 1`;
}

/** The entries by terms and all terms above them. An entry with two terms below a third has that once. */
function byTerms(list: CountedList, facet: Facet): SQL {
  const above = sql`JOIN term_ancestor AS above ON above.term_id`;
  if (!facet.lists)
    return sql`SELECT above.ancestor_id AS value, sum(single.count)::int AS count
      FROM (${bySingle(list, facet)}) AS single ${above} = single.value GROUP BY 1`;
  const { alias } = list.place;
  return sql`SELECT above.ancestor_id AS value, count(DISTINCT ${alias}.entry_id)::int AS count
    FROM ${alias}, unnest(${alias}.${sql.identifier(facet.column)}) AS each (value) ${above} = each.value
    WHERE ${whereOf(list, facet)} GROUP BY 1`;
}

/** The smallest and the largest value that any of the entries has. */
function extremes<Value>(database: Database, list: CountedList, facet: Facet) {
  const column = columnOf(list, facet);
  return selectRows<{ readonly smallest: Value | null; readonly largest: Value | null }>(
    database,
    sql`SELECT min(${column}) AS smallest, max(${column}) AS largest FROM ${list.place.alias} WHERE ${whereOf(list, facet)}`,
  );
}

/** Counts by something that is made of the values of a column. */
const byMadeOf = <Made>(database: Database, list: CountedList, facet: Facet, made: SQL) =>
  selectRows<{ readonly at: Made; readonly count: number }>(
    database,
    sql`SELECT ${made} AS at, count(*)::int AS count FROM ${list.place.alias}
      WHERE ${whereOf(list, facet)} AND ${columnOf(list, facet)} IS NOT NULL GROUP BY 1 ORDER BY 1`,
  );

async function byNumber(database: Database, list: CountedList, facet: Facet): Promise<readonly FacetRange[]> {
  const [found] = await extremes<number>(database, list, facet);
  if (!found || found.smallest === null || found.largest === null) return [];
  const ranges: NumberRanges = numberRanges(found.smallest, found.largest);
  const [, end] = endsOf(ranges, ranges.count - 1);
  const column = columnOf(list, facet);
  // Of a single range nothing is computed: its values may lie further apart than numbers reach.
  const made =
    ranges.count === 1
      ? sql`0`
      : sql`greatest(0, least(width_bucket(${column}, ${ranges.from}::float8, ${end}::float8, ${ranges.count}::int), ${ranges.count}::int) - 1)`;
  const counts = new Map(
    (await byMadeOf<number>(database, list, facet, made)).map(({ at, count }) => [at, count]),
  );
  return Array.from({ length: ranges.count }, (_none, at) => {
    const [from, to] = endsOf(ranges, at);
    return { from, to, count: counts.get(at) ?? 0 };
  });
}

async function byDay(database: Database, list: CountedList, facet: Facet): Promise<readonly FacetRange[]> {
  const [found] = await extremes<string>(database, list, facet);
  if (!found || found.smallest === null || found.largest === null) return [];
  const length = DAY_RANGE_LENGTH[dayRange(found.smallest, found.largest)];
  const made = sql`left(${columnOf(list, facet)}, ${sql.raw(String(length))})`;
  const counts = new Map(
    (await byMadeOf<string>(database, list, facet, made)).map(({ at, count }) => [at, count]),
  );
  return rangesBetween(found.smallest.slice(0, length), found.largest.slice(0, length)).map((range) => {
    const [from, to] = daysOf(range);
    return { from, to, count: counts.get(range) ?? 0 };
  });
}

const byValues =
  (counted: (list: CountedList, facet: Facet) => SQL) =>
  async (database: Database, list: CountedList, facet: Facet): Promise<CountedFacet> => ({
    values: await selectRows(database, sql`${counted(list, facet)} ${MOST_FIRST}`),
    ranges: [],
  });

const byRanges =
  (counted: (database: Database, list: CountedList, facet: Facet) => Promise<readonly FacetRange[]>) =>
  async (database: Database, list: CountedList, facet: Facet): Promise<CountedFacet> => ({
    values: [],
    ranges: await counted(database, list, facet),
  });

const byValue = byValues((list, facet) => (facet.lists ? byEach : bySingle)(list, facet));

const counters: Readonly<
  Record<FacetKind, (database: Database, list: CountedList, facet: Facet) => Promise<CountedFacet>>
> = {
  choices: byValue,
  switch: byValue,
  references: byValue,
  terms: byValues(byTerms),
  numbers: byRanges(byNumber),
  days: byRanges(byDay),
};

/**
 * Counts the entries of a list by a facet, as if the facet itself asked for nothing.
 * @returns the values that some entries have, the most first, or ranges in order
 */
export const countFacet = (database: Database, list: CountedList, facet: Facet): Promise<CountedFacet> =>
  counters[facet.kind](database, list, facet);
