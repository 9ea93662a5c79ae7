import type { BulkAnswer, BulkState } from '@tovlet/core/contracts/studio';
import { and, asc, count, desc, eq, lt, sql } from 'drizzle-orm';
import { selectRows, type Database } from '../../db/connect';
import { bulkChange, bulkEntry, entry } from '../../db/schema';

/** A change of many entries, as it is kept. */
export type BulkRecord = typeof bulkChange.$inferSelect;

/** An entry of such a change. */
export type WaitingEntry = typeof bulkEntry.$inferSelect;

/** So many refusals are told one by one. */
const TOLD = 100;

/** So many changes of a type are listed: the last ones. */
const LISTED = 10;

/** Finds a change of many; undefined where there is none. */
export async function bulkById(database: Database, id: string): Promise<BulkRecord | undefined> {
  const [found] = await database.select().from(bulkChange).where(eq(bulkChange.id, id));
  return found;
}

/** Counts the entries of a change by what became of them. */
export async function countsOf(database: Database, id: string): Promise<Readonly<Record<BulkState, number>>> {
  const rows = await database
    .select({ state: bulkEntry.state, count: count() })
    .from(bulkEntry)
    .where(eq(bulkEntry.bulkId, id))
    .groupBy(bulkEntry.state);
  const none: Record<BulkState, number> = {
    waiting: 0,
    changed: 0,
    same: 0,
    refused: 0,
    gone: 0,
    stopped: 0,
  };
  return { ...none, ...Object.fromEntries(rows.map((row) => [row.state, row.count])) };
}

/** A change of many as the workbench gets it. */
export async function bulkAnswer(database: Database, record: BulkRecord): Promise<BulkAnswer> {
  const { id, typeId, change, takesBack, personName, createdAt, total } = record;
  const refusals = await database
    .select({
      id: bulkEntry.entryId,
      title: entry.title,
      reason: sql<string>`coalesce(${bulkEntry.reason}, '')`,
    })
    .from(bulkEntry)
    .innerJoin(entry, eq(entry.id, bulkEntry.entryId))
    .where(and(eq(bulkEntry.bulkId, id), eq(bulkEntry.state, 'refused')))
    .orderBy(asc(bulkEntry.entryId))
    .limit(TOLD);
  const [takenBack] = await database
    .select({ id: bulkChange.id })
    .from(bulkChange)
    .where(eq(bulkChange.takesBack, id));
  return {
    id,
    type: typeId,
    change,
    takesBack: takesBack !== null,
    takenBack: takenBack !== undefined,
    author: personName,
    createdAt,
    total,
    counts: await countsOf(database, id),
    refusals,
  };
}

/**
 * The last changes of many of a type, the newest first.
 * @param by whose they are; null for everybody's
 */
export async function lastBulks(
  database: Database,
  typeId: string,
  by: string | null,
): Promise<readonly BulkAnswer[]> {
  const records = await database
    .select()
    .from(bulkChange)
    .where(and(eq(bulkChange.typeId, typeId), by === null ? undefined : eq(bulkChange.personId, by)))
    .orderBy(desc(bulkChange.createdAt))
    .limit(LISTED);
  return Promise.all(records.map((record) => bulkAnswer(database, record)));
}

const stillWaiting = (bulkId: string) => and(eq(bulkEntry.bulkId, bulkId), eq(bulkEntry.state, 'waiting'));

/** What is noted of an entry that was looked at. */
export interface BulkNote {
  readonly state: BulkState;
  readonly reason?: string;
  readonly before?: unknown;
  readonly after?: unknown;
}

/**
 * Notes what became of an entry that waits.
 * @returns false where it waits no more, as when the change was stopped meanwhile
 */
export async function note(
  database: Database,
  bulkId: string,
  entryId: string,
  { state, reason = undefined, before = null, after = null }: BulkNote,
): Promise<boolean> {
  const noted = await database
    .update(bulkEntry)
    .set({
      state,
      reason: reason ?? null,
      before: sql`${JSON.stringify(before)}::jsonb`,
      after: sql`${JSON.stringify(after)}::jsonb`,
    })
    .where(and(stillWaiting(bulkId), eq(bulkEntry.entryId, entryId)))
    .returning({ id: bulkEntry.entryId });
  return noted.length > 0;
}

/** What is noted of one of several entries. */
export interface NotedEntry extends BulkNote {
  readonly entryId: string;
}

/**
 * Notes what became of entries that wait, in one statement.
 * @returns of how many it was: the others wait no more, as when the change was stopped meanwhile
 */
export async function noteAll(
  database: Database,
  bulkId: string,
  notes: readonly NotedEntry[],
): Promise<number> {
  if (notes.length === 0) return 0;
  const rows = notes.map(({ entryId, state, reason = null, before = null, after = null }) => ({
    id: entryId,
    state,
    reason,
    before,
    after,
  }));
  const noted = await selectRows<{ readonly id: string }>(
    database,
    sql`UPDATE bulk_entry SET state = given.state, reason = given.reason, before = coalesce(given.before, 'null'),
        after = coalesce(given.after, 'null')
      FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
        AS given (id text, state text, reason text, before jsonb, after jsonb)
      WHERE bulk_entry.bulk_id = ${bulkId} AND bulk_entry.entry_id = given.id AND bulk_entry.state = 'waiting'
      RETURNING bulk_entry.entry_id AS id`,
  );
  return noted.length;
}

/** Forgets changes that nobody takes back any more. */
export async function forgetOldBulks(database: Database): Promise<void> {
  await database.delete(bulkChange).where(lt(bulkChange.createdAt, sql`now() - interval '90 days'`));
}

/** The next entries of a change that wait. */
export async function waitingOf(
  database: Database,
  bulkId: string,
  limit: number,
): Promise<readonly WaitingEntry[]> {
  return database
    .select()
    .from(bulkEntry)
    .where(stillWaiting(bulkId))
    .orderBy(asc(bulkEntry.entryId))
    .limit(limit);
}

/** Looks at nothing more of a change. */
export async function stopWaiting(database: Database, bulkId: string): Promise<void> {
  await database.update(bulkEntry).set({ state: 'stopped' }).where(stillWaiting(bulkId));
}

/** Refuses all entries of a change that wait, for one reason. */
export async function refuseWaiting(database: Database, bulkId: string, reason: string): Promise<void> {
  await database.update(bulkEntry).set({ state: 'refused', reason }).where(stillWaiting(bulkId));
}
