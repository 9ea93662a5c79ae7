import { and, desc, eq, gt, gte, lte, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entryRevision, type EntryRecord } from '../../db/schema';
import { stoodBefore } from './states';

/** A save of an entry, as it is noted. */
export type RevisionRecord = typeof entryRevision.$inferSelect;

/** An entry as it was read: what was saved later is left out, so that going back begins where it stands. */
type Read = Pick<EntryRecord, 'id' | 'version'>;

const { entryId, version: made } = entryRevision;

/** The saves of an entry, the last first. @param limit how many */
export function revisionsOf(
  database: Database,
  { id, version }: Read,
  limit: number,
): Promise<readonly RevisionRecord[]> {
  return database
    .select()
    .from(entryRevision)
    .where(and(eq(entryId, id), lte(made, version)))
    .orderBy(desc(made))
    .limit(limit);
}

/** The saves that made an entry what it is since it had a version, the last first. */
export function revisionsSince(
  database: Database,
  { id, version }: Read,
  earlier: number,
): Promise<readonly RevisionRecord[]> {
  return database
    .select()
    .from(entryRevision)
    .where(and(eq(entryId, id), gt(made, earlier), lte(made, version)))
    .orderBy(desc(made));
}

/** How many saves made an entry what it is since the one that made a version, that one included. */
export async function countSince(
  database: Database,
  { id, version }: Read,
  earlier: number,
): Promise<number> {
  const [found] = await database
    .select({ count: sql<number>`count(*)::int` })
    .from(entryRevision)
    .where(and(eq(entryId, id), gte(made, earlier), lte(made, version)));
  return found?.count ?? 0;
}

/** Notes that an entry came back from the bin, in the transaction that brings it back: it is new to the trigger that notes saves. */
export async function noteReturn(
  transaction: Database,
  was: EntryRecord,
  { id, version, updatedAt: at, updatedBy: by, ...is }: EntryRecord,
): Promise<void> {
  const before = stoodBefore(was, is);
  await transaction.insert(entryRevision).values({ entryId: id, version, at, by, before });
}
