import type { JsonValue } from '@tovlet/core/json';
import { pathText } from '@tovlet/core/paths/text';
import { properties } from '@tovlet/core/paths/properties';
import type { SortTerm } from '@tovlet/core/queries/compile';
import { and, or, sql, type SQL } from 'drizzle-orm';
import { storedAt } from '../../db/query/end-values';
import type { Aliases, Place } from '../../db/query/place';
import { rankSql, type PlannedSearch } from '../../db/query/search';
import { castOf, isAlwaysThere, sortSql } from '../../db/query/sort';

/** What a list is put in order by, as statements see it. */
export interface OrderTerm {
  readonly subject: SQL;
  /** What its values are to the database. */
  readonly cast: string;
  readonly descending: boolean;
  /** What tells whether there is a value; null where there always is one. */
  readonly filledBy: SQL | null;
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

/** An order by the values at the end of a path. */
export function byPath(term: SortTerm, place: Place, names: Aliases): OrderTerm {
  const subject = sortSql(term, place, names);
  const filledBy = term.path.hops.length === 0 ? storedAt(place, term.path.end) : subject;
  return {
    subject,
    cast: castOf(term),
    descending: term.descending,
    filledBy: isAlwaysThere(term) ? null : filledBy,
  };
}

/** An order by how well entries fit a search, the best first: their search words have to be joined. */
export const byRank = (search: PlannedSearch): OrderTerm => ({
  subject: rankSql(search),
  cast: 'float8',
  descending: true,
  filledBy: null,
});

/** Tells an order from others. */
export const nameOfOrder = (sort: readonly SortTerm[]): string =>
  sort
    .map(({ path: { hops, end }, descending }) => {
      const ways = hops.map(
        ({ kind, field, to }) =>
          `${kind} ${field ?? ''} ${to.types.map(({ contentType }) => contentType.id).join(' ')}`,
      );
      const last = end.kind === 'field' ? pathText([{ kind: 'field', field: end.field.id }]) : end.property;
      return `${descending ? '-' : ''}${[...ways, last].join('/')}`;
    })
    .join(',');

/** A term with its direction: nulls come last, whichever way values go, and first where a list is read backwards. */
export function directed({ descending, filledBy }: OrderTerm, backwards: boolean): SQL {
  const direction = descending === backwards ? 'ASC' : 'DESC';
  if (filledBy === null) return sql.raw(direction);
  return sql.raw(`${direction} NULLS ${backwards ? 'FIRST' : 'LAST'}`);
}

/**
 * Everything on one side of a place in an order, by keyset.
 * @param values what the entry there was put in order by, term by term
 * @param tie which of those at the same place come
 * @see https://use-the-index-luke.com/no-offset
 */
export function beyond(
  terms: readonly OrderTerm[],
  values: readonly JsonValue[],
  backwards: boolean,
  tie: SQL,
): SQL {
  const [term, ...rest] = terms;
  if (!term) return tie;
  const { subject, descending } = term;
  const value = values[0] ?? null;
  const further = beyond(rest, values.slice(1), backwards, tie);
  const here = value === null ? sql`${subject} IS NULL` : sql`${subject} = ${value}::${sql.raw(term.cast)}`;
  if (value === null) {
    const among = sql`(${here} AND ${further})`;
    return backwards ? sql`(${subject} IS NOT NULL OR ${among})` : among;
  }
  const past = sql`${subject} ${sql.raw(descending === backwards ? '>' : '<')} ${value}::${sql.raw(term.cast)}`;
  const nulls = backwards || term.filledBy === null ? undefined : sql`${subject} IS NULL`;
  return sql`${or(past, nulls, and(here, further))}`;
}
