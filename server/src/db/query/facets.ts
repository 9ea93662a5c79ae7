import { withoutFacet, type Facet } from '@tovlet/core/queries/facets';
import type { CompiledCondition } from '@tovlet/core/queries/compile';
import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../connect';
import { conditionSql } from './condition';
import type { Aliases, Place } from './place';

/** How many entries have a value; the database counts in numbers too large for JavaScript, as text. */
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

/** Values one by one, of a column that has one or a list of them. */
const eachValue = (column: SQL, { lists }: Facet): SQL =>
  lists ? sql`, unnest(${column}) AS each (value)` : sql`, LATERAL (SELECT ${column}::text AS value) AS each`;

/**
 * Counts the entries of a list by the values of a facet, as if the facet itself asked for nothing.
 * @returns the values that some entries have, the most first
 */
export function countFacet(database: Database, list: CountedList, facet: Facet): Promise<readonly Counted[]> {
  const { place } = list;
  const column = sql`${place.alias}.${sql.identifier(facet.column)}`;
  const counted = sql`FROM ${place.alias}${eachValue(column, facet)}`;
  const where = sql`WHERE ${whereOf(list, facet)} AND each.value IS NOT NULL`;
  const order = sql`ORDER BY count DESC, value LIMIT ${sql.raw(String(VALUES))}`;
  if (facet.kind === 'terms')
    return selectRows(
      database,
      sql`SELECT above.ancestor_id AS value, count(DISTINCT ${place.alias}.entry_id)::int AS count
        ${counted} JOIN term_ancestor AS above ON above.term_id = each.value ${where} GROUP BY 1 ${order}`,
    );
  return selectRows(
    database,
    sql`SELECT each.value, count(*)::int AS count ${counted} ${where} GROUP BY 1 ${order}`,
  );
}
