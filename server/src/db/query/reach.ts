import { InvariantError } from '@tovlet/core/invariant';
import { indexedFields } from '@tovlet/core/model/indexed';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Hop } from '@tovlet/core/paths/steps/step';
import { sql, type SQL } from 'drizzle-orm';
import { idAt, seenAt, tableOf, type Aliases, type Place } from './place';

/** What joins the place after a hop to the place before it: tables between them, and what has to be so. */
interface Joint {
  readonly between: SQL;
  readonly where: SQL;
}

/** The column of a field that refers to one thing, where its table has one: it holds what shows. */
function singleColumn({ kind, field }: Hop, from: Place): SQL | null {
  const indexed = field === null ? undefined : indexedFields(from.type).get(field);
  if (kind !== 'forward' || from.kind !== 'entry' || indexed?.column !== 'text' || indexed.inRows)
    return null;
  return sql`${from.alias}.${sql.identifier(indexed.field.id)}`;
}

/** The links of a field, seen from one end of them; those of values that are hidden lead nowhere. */
function linked(hop: Hop, from: Place, to: Place, names: Aliases): Joint {
  const column = singleColumn(hop, from);
  if (column) return { between: sql``, where: sql`${column} = ${idAt(to)}` };
  const link = names.next();
  const [near, far] =
    hop.kind === 'forward'
      ? [sql`${link}.entry_id`, sql`${link}.target_id`]
      : [sql`${link}.target_id`, sql`${link}.entry_id`];
  return {
    between: sql`entry_link AS ${link}, `,
    where: sql`${near} = ${idAt(from)} AND ${link}.field_id = ${hop.field} AND ${link}.shown AND ${far} = ${idAt(to)}`,
  };
}

function above(from: Place, to: Place, names: Aliases): Joint {
  const way = names.next();
  return {
    between: sql`term_ancestor AS ${way}, `,
    where: sql`${way}.term_id = ${idAt(from)} AND ${way}.ancestor_id = ${idAt(to)}`,
  };
}

const standsBelow = (below: Place, parent: Place): Joint => ({
  between: sql``,
  where: sql`${below.alias}.parent_id = ${idAt(parent)}`,
});

const joints: Readonly<Record<Hop['kind'], (hop: Hop, from: Place, to: Place, names: Aliases) => Joint>> = {
  forward: linked,
  backwards: linked,
  ancestor_or_self: (_hop, from, to, names) => above(from, to, names),
  parent: (_hop, from, to) => standsBelow(from, to),
  children: (_hop, from, to) => standsBelow(to, from),
  entries: () => {
    throw new InvariantError('conditions do not go through all entries of a type');
  },
};

/** The place after a hop, and what a statement reads that asks there. */
interface Landing {
  readonly to: Place;
  readonly from: SQL;
  readonly where: SQL;
}

function landing(hop: Hop, type: CompiledType, from: Place, names: Aliases): Landing {
  const to: Place = { kind: hop.to.kind, type, alias: names.next() };
  const { between, where } = joints[hop.kind](hop, from, to, names);
  const { table } = tableOf(to.kind, type);
  return {
    to,
    from: sql`${between}${table} AS ${to.alias}`,
    where: sql`${where} AND ${seenAt(to, names.audience)}`,
  };
}

/** The ids of the terms above a term, as its ancestry has them: they are of its own taxonomy, which is known by then. */
function idsAbove({ to: { types } }: Hop, from: Place, names: Aliases): readonly Landing[] {
  const way = names.next();
  return types.map((type) => ({
    to: { kind: 'term', type, alias: way, id: sql`${way}.ancestor_id` },
    from: sql`term_ancestor AS ${way}`,
    where: sql`${way}.term_id = ${idAt(from)}`,
  }));
}

/** Where a hop may lead, of what leads on to the end. */
export const landings = (
  hop: Hop,
  last: boolean,
  from: Place,
  types: readonly CompiledType[],
  names: Aliases,
): readonly Landing[] =>
  hop.to.types.filter((type) => !last || types.includes(type)).map((type) => landing(hop, type, from, names));

/**
 * Says that something stands at the end of some hops for which something else holds.
 * @param from where the hops begin
 * @param types the types at the end that have what is asked for
 * @param holds what has to hold at the end
 * @param idAlone whether that looks at nothing but the id of what stands there
 * @returns a condition in SQL; over hops it is true or false, never null
 */
export function reaches(
  hops: readonly Hop[],
  from: Place,
  types: readonly CompiledType[],
  names: Aliases,
  holds: (end: Place) => SQL,
  idAlone = false,
): SQL {
  const [hop, ...rest] = hops;
  if (!hop) return holds(from);
  const isLast = rest.length === 0;
  const reached =
    isLast && idAlone && hop.kind === 'ancestor_or_self'
      ? idsAbove(hop, from, names)
      : landings(hop, isLast, from, types, names);
  const ways = reached.map(
    ({ to, from: tables, where }) =>
      sql`EXISTS (SELECT 1 FROM ${tables} WHERE ${where} AND ${reaches(rest, to, types, names, holds, idAlone)})`,
  );
  return ways.length === 0 ? sql`false` : sql`(${sql.join(ways, sql` OR `)})`;
}

/**
 * Reads the one value at the end of some hops that lead to one thing each.
 * @param read the value at the end
 * @returns an expression in SQL; null where nothing is there
 */
export function valueThrough(
  hops: readonly Hop[],
  from: Place,
  types: readonly CompiledType[],
  names: Aliases,
  read: (end: Place) => SQL,
): SQL {
  const [hop, ...rest] = hops;
  if (!hop) return read(from);
  const ways = landings(hop, rest.length === 0, from, types, names).map(
    ({ to, from: tables, where }) =>
      sql`(SELECT ${valueThrough(rest, to, types, names, read)} FROM ${tables} WHERE ${where} LIMIT 1)`,
  );
  return ways.length === 0 ? sql`NULL` : sql`coalesce(${sql.join(ways, sql`, `)})`;
}
