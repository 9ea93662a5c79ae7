import type { SortTerm } from '@tovlet/core/queries/compile';
import { sql, type SQL } from 'drizzle-orm';
import { READERS_ORDER } from '../type-table';
import { storedAt } from './end-values';
import type { Aliases, Place } from './place';
import { valueThrough } from './reach';

/** So much of a long text decides its place in an order: as much as its index holds. */
const INDEXED_LENGTH = 200;

/** What values of an order are to the database, for cursors. */
export const castOf = ({ valueKind }: SortTerm): string =>
  (({ number: 'float8', switch: 'boolean', moment: 'timestamptz' }) as Readonly<Record<string, string>>)[
    valueKind
  ] ?? 'text';

/** Whether what an order goes by is never empty, as titles are. */
export const isAlwaysThere = ({ path }: SortTerm): boolean =>
  path.hops.length === 0 && path.end.kind === 'property' && path.end.property !== 'published_at';

/** What rows are put in order by: as their index has it. */
export function sortSql({ path, valueKind }: SortTerm, at: Place, names: Aliases): SQL {
  return valueThrough(path.hops, at, path.types, names, (place) => {
    const stored = storedAt(place, path.end);
    if (valueKind !== 'text' && valueKind !== 'code') return stored;
    return path.end.kind === 'field'
      ? sql`left(${stored}, ${sql.raw(String(INDEXED_LENGTH))}) ${READERS_ORDER}`
      : sql`${stored} ${READERS_ORDER}`;
  });
}
