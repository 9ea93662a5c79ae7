import type { LooseName } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { looseKeys, type LooseKey } from '@tovlet/core/stored/loose';
import { and, asc, desc, eq, lt, sql } from 'drizzle-orm';
import { anyOf, selectRows, type Database } from '../../db/connect';
import {
  entryLoose,
  looseRemoval,
  looseRemoved,
  type EntryRecord,
  type LooseRecord,
  type LooseRemovalRecord,
} from '../../db/schema';

/** Keys that are listed, and removals. */
const LISTED = 200;

/** A way as it is kept. */
export const withinText = (within: readonly string[]): string => within.join('/');
/** A way as it was kept. */
export const withinFrom = (text: string): readonly string[] => (text === '' ? [] : text.split('/'));

/** The key as values know it. */
export const keyOf = ({ within, key }: Pick<LooseRecord, 'within' | 'key'>): LooseKey => ({
  within: withinFrom(within),
  key,
});

const named = ({ type, within, key }: LooseName) =>
  and(eq(entryLoose.typeId, type), eq(entryLoose.within, withinText(within)), eq(entryLoose.key, key));

/** What no field declares in an entry, as it is kept. */
export const looseOf = (type: CompiledType, { id, values }: EntryRecord): readonly LooseRecord[] =>
  looseKeys(type.fields, values).map(({ within, key }) => ({
    entryId: id,
    typeId: type.contentType.id,
    within: withinText(within),
    key,
  }));

const textOf = ({ within, key }: LooseRecord): string => `${within} ${key}`;

/**
 * Writes which keys of some entries no field declares.
 * @param ids the entries that were looked at
 * @param found what stands in them
 * @returns whether that is another thing than what was known
 */
export async function writeLoose(
  transaction: Database,
  ids: readonly string[],
  found: readonly LooseRecord[],
): Promise<boolean> {
  const known = await transaction.select().from(entryLoose).where(anyOf(entryLoose.entryId, ids));
  const differing = ids.filter((id) => {
    const [before, after] = [known, found].map((all) =>
      all
        .filter(({ entryId }) => entryId === id)
        .map(textOf)
        .sort()
        .join('\n'),
    );
    return before !== after;
  });
  if (differing.length === 0) return false;
  await transaction.delete(entryLoose).where(anyOf(entryLoose.entryId, differing));
  const rows = found.filter(({ entryId }) => differing.includes(entryId));
  if (rows.length > 0) await transaction.insert(entryLoose).values([...rows]);
  return true;
}

/** A key of a type, with how many entries have it, and some of them. */
export interface CountedLoose extends Pick<LooseRecord, 'typeId' | 'within' | 'key'> {
  readonly entries: number;
  readonly first: readonly string[];
}

/** Counts the keys that no field declares, those of most entries first. @param samples so many entries are named of each */
export function countLoose(database: Database, samples: number): Promise<readonly CountedLoose[]> {
  return selectRows<CountedLoose>(
    database,
    sql`SELECT type_id AS "typeId", within, key, count(*)::int AS entries,
          (array_agg(entry_id ORDER BY entry_id))[1:${sql.raw(String(samples))}] AS first
        FROM entry_loose GROUP BY type_id, within, key
        ORDER BY count(*) DESC, type_id, within, key LIMIT ${LISTED}`,
  );
}

/** The next entries that have a key. */
export async function entriesWithLoose(
  database: Database,
  name: LooseName,
  limit: number,
): Promise<readonly string[]> {
  const rows = await database
    .select({ id: entryLoose.entryId })
    .from(entryLoose)
    .where(named(name))
    .orderBy(asc(entryLoose.entryId))
    .limit(limit);
  return rows.map(({ id }) => id);
}

/** Notes that some entries have a key no more. */
export async function dropLoose(
  transaction: Database,
  name: LooseName,
  ids: readonly string[],
): Promise<void> {
  await transaction.delete(entryLoose).where(and(named(name), anyOf(entryLoose.entryId, ids)));
}

/** What was taken out, the last first, with of how many entries. */
export function removals(
  database: Database,
): Promise<readonly (LooseRemovalRecord & { readonly entries: number })[]> {
  const entries = sql<number>`(SELECT count(*)::int FROM loose_removed WHERE removal_id = ${looseRemoval.id})`;
  return database
    .select({
      id: looseRemoval.id,
      typeId: looseRemoval.typeId,
      within: looseRemoval.within,
      key: looseRemoval.key,
      target: looseRemoval.target,
      state: looseRemoval.state,
      personName: looseRemoval.personName,
      createdAt: looseRemoval.createdAt,
      entries,
    })
    .from(looseRemoval)
    .orderBy(desc(looseRemoval.createdAt), asc(looseRemoval.id))
    .limit(LISTED);
}

/** Finds a removal; undefined where there is none. */
export async function removalById(database: Database, id: string): Promise<LooseRemovalRecord | undefined> {
  const [found] = await database.select().from(looseRemoval).where(eq(looseRemoval.id, id));
  return found;
}

/** Lets go of what was taken out so long ago that nobody asks for it. */
export async function forgetOldRemovals(database: Database, days: number): Promise<void> {
  await database
    .delete(looseRemoval)
    .where(
      and(
        eq(looseRemoval.state, 'removed'),
        lt(looseRemoval.createdAt, sql`now() - ${days} * interval '1 day'`),
      ),
    );
}

/** The next entries of which something was taken out, behind one. */
export function removedAfter(
  database: Database,
  removal: string,
  after: string,
  limit: number,
): Promise<readonly Pick<typeof looseRemoved.$inferSelect, 'entryId' | 'taken'>[]> {
  return database
    .select({ entryId: looseRemoved.entryId, taken: looseRemoved.taken })
    .from(looseRemoved)
    .where(and(eq(looseRemoved.removalId, removal), sql`${looseRemoved.entryId} > ${after}`))
    .orderBy(asc(looseRemoved.entryId))
    .limit(limit);
}
