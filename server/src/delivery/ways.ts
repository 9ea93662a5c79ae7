import { invariant } from '@tovlet/core/invariant';
import type { Hop } from '@tovlet/core/paths/steps/step';
import { and, eq, inArray, lte, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entryLink, termAncestor } from '../db/schema';
import { READERS_ORDER, typeTableOf } from '../db/type-table';

/** So many entries that refer to one thing are read with it, the first by their titles. */
export const MOST_BACKWARDS = 200;

/** Where a way leads, by the ids of the things it begins at. */
export type Targets = ReadonlyMap<string, readonly string[]>;

function grouped(rows: readonly { readonly from: string; readonly to: string }[]): Targets {
  const targets = new Map<string, string[]>();
  for (const { from, to } of rows) {
    const known = targets.get(from);
    if (known) known.push(to);
    else targets.set(from, [to]);
  }
  return targets;
}

/** The published entries that refer to some things by a field that shows. */
async function backwards(database: Database, { field, to }: Hop, ids: readonly string[]): Promise<Targets> {
  const [type] = to.types;
  invariant(type && field !== null, 'a way back begins at a field of one type');
  const table = typeTableOf(type.contentType.id);
  const place = sql<number>`row_number() OVER (PARTITION BY ${entryLink.targetId} ORDER BY ${table.title} ${READERS_ORDER}, ${table.entryId})`;
  const placed = database
    .select({ from: entryLink.targetId, to: entryLink.entryId, place: place.as('place') })
    .from(entryLink)
    .innerJoin(table, eq(table.entryId, entryLink.entryId))
    .where(
      and(
        inArray(entryLink.targetId, [...ids]),
        eq(entryLink.fieldId, field),
        entryLink.shown,
        eq(table.status, 'published'),
      ),
    )
    .as('placed');
  const rows = await database
    .select({ from: placed.from, to: placed.to })
    .from(placed)
    .where(lte(placed.place, MOST_BACKWARDS))
    .orderBy(placed.from, placed.place);
  return grouped(rows);
}

/** Terms themselves and those above them. */
async function above(database: Database, _hop: Hop, ids: readonly string[]): Promise<Targets> {
  const rows = await database
    .select({ from: termAncestor.termId, to: termAncestor.ancestorId })
    .from(termAncestor)
    .where(inArray(termAncestor.termId, [...ids]));
  return grouped(rows);
}

/** Ways that no value of the things themselves tells; where references lead they do. */
const ways: Readonly<
  Record<
    Exclude<Hop['kind'], 'forward'>,
    (database: Database, hop: Hop, ids: readonly string[]) => Promise<Targets>
  >
> = { backwards, ancestor_or_self: above };

/**
 * Finds where a way leads that is no field's, for any number of things in one statement.
 * @param ids the things it begins at
 */
export async function targetsOf(
  database: Database,
  hop: Hop & { readonly kind: Exclude<Hop['kind'], 'forward'> },
  ids: readonly string[],
): Promise<Targets> {
  return ids.length === 0 ? new Map() : ways[hop.kind](database, hop, ids);
}
