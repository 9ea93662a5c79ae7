import type { ResolvedPath } from '@tovlet/core/paths/resolve';
import type { End, Hop } from '@tovlet/core/paths/steps/step';
import { sql, type SQL } from 'drizzle-orm';
import { storedAt } from './end-values';
import type { Aliases, Place } from './place';
import { landings } from './reach';

/** So many values of one path are read of each thing. */
export const MOST_VALUES_SHOWN = 12;

/** The values that stand at a place, each in a row. */
function rowsAt(place: Place, end: End): SQL {
  const stored = storedAt(place, end);
  const column = end.kind === 'field' ? end.column : null;
  if (column === 'jsonb') return sql`SELECT jsonb_array_elements(${stored}) AS value`;
  if (column?.endsWith('[]')) return sql`SELECT to_jsonb(unnest(${stored})) AS value`;
  return sql`SELECT to_jsonb(${stored}) AS value`;
}

function rowsThrough(
  hops: readonly Hop[],
  from: Place,
  { end, types }: Pick<ResolvedPath, 'end' | 'types'>,
  names: Aliases,
): SQL {
  const [hop, ...rest] = hops;
  if (!hop) return rowsAt(from, end);
  const ways = landings(hop, rest.length === 0, from, types, names).map(({ to, from: tables, where }) => {
    const further = names.next();
    const beyond = rowsThrough(rest, to, { end, types }, names);
    return sql`SELECT ${further}.value FROM ${tables}, LATERAL (${beyond}) AS ${further} WHERE ${where}`;
  });
  return ways.length === 0 ? sql`SELECT NULL::jsonb AS value` : sql.join(ways, sql` UNION ALL `);
}

/**
 * Reads the first values that a path leads to, however many ways it takes.
 * @returns an expression in SQL: a list as JSON, null where there is nothing
 */
export function valuesThrough(path: ResolvedPath, from: Place, names: Aliases): SQL {
  const found = names.next();
  return sql`(SELECT jsonb_agg(${found}.value) FROM (
    SELECT value FROM (${rowsThrough(path.hops, from, path, names)}) AS each_value
    WHERE value IS NOT NULL AND value <> 'null' LIMIT ${sql.raw(String(MOST_VALUES_SHOWN))}) AS ${found})`;
}
