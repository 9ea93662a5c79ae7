import { withoutFacet, type Facet } from '@tovlet/core/queries/facets';
import type { CompiledCondition } from '@tovlet/core/queries/compile';
import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../connect';
import { conditionSql } from './condition';
import type { Aliases, Place } from './place';

/** How many entries have a value. */
interface Counted {
  readonly value: string;
  readonly count: number;
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

/** The entries by the values of a column that has one each. */
function bySingle(list: CountedList, facet: Facet): SQL {
  const column = sql`${list.place.alias}.${sql.identifier(facet.column)}`;
  return sql`SELECT ${column}::text AS value, count(*)::int AS count FROM ${list.place.alias}
    WHERE ${whereOf(list, facet)} AND ${column} IS NOT NULL GROUP BY ${column}`;
}

/** The entries by the values of a column that has lists of them. */
function byEach(list: CountedList, facet: Facet): SQL {
  const { alias } = list.place;
  return sql`SELECT each.value, count(*)::int AS count
    FROM ${alias}, unnest(${alias}.${sql.identifier(facet.column)}) AS each (value)
    WHERE ${whereOf(list, facet)} GROUP BY 1`;
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

/**
 * Counts the entries of a list by the values of a facet, as if the facet itself asked for nothing.
 * @returns the values that some entries have, the most first
 */
export function countFacet(database: Database, list: CountedList, facet: Facet): Promise<readonly Counted[]> {
  const counted = facet.kind === 'terms' ? byTerms : facet.lists ? byEach : bySingle;
  return selectRows(database, sql`${counted(list, facet)} ${MOST_FIRST}`);
}
