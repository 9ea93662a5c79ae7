import type { ScheduleAction } from '@tovlet/core/contracts/studio';
import { and, asc, eq, isNull, lte, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entrySchedule, workspace, type ScheduleRecord } from '../../db/schema';

const { entryId, action: done, at, problem } = entrySchedule;

/** What is planned for an entry, the earliest first. */
export function plannedFor(database: Database, id: string): Promise<readonly ScheduleRecord[]> {
  return database.select().from(entrySchedule).where(eq(entryId, id)).orderBy(asc(at));
}

/** Plans something, in the place of what was planned of the same. */
export async function writePlanned(
  database: Database,
  planned: Omit<ScheduleRecord, 'createdAt' | 'problem'>,
): Promise<void> {
  const set = { ...planned, problem: null };
  await database
    .insert(entrySchedule)
    .values(set)
    .onConflictDoUpdate({ target: [entryId, done], set });
}

/** Plans it no more. @param when only where it is still planned for that instant @returns whether it was planned */
export async function dropPlanned(
  database: Database,
  id: string,
  action: ScheduleAction,
  when?: string,
): Promise<boolean> {
  const which = and(eq(entryId, id), eq(done, action), when === undefined ? undefined : eq(at, when));
  const gone = await database.delete(entrySchedule).where(which).returning({ id: entryId });
  return gone.length > 0;
}

/** What has to be done by now, the earliest first. */
export function dueNow(database: Database, limit: number): Promise<readonly ScheduleRecord[]> {
  return database
    .select()
    .from(entrySchedule)
    .where(and(isNull(problem), lte(at, sql`now()`)))
    .orderBy(asc(at))
    .limit(limit);
}

/** Notes why something was not done, where it is still planned for that instant. */
export async function noteProblem(
  database: Database,
  planned: ScheduleRecord,
  reason: string,
): Promise<void> {
  await database
    .update(entrySchedule)
    .set({ problem: reason })
    .where(and(eq(entryId, planned.entryId), eq(done, planned.action), eq(at, planned.at)));
}

/** The time zone that set times are meant in. */
export async function timeZoneOf(database: Database): Promise<string> {
  const [row] = await database.select({ timeZone: workspace.timeZone }).from(workspace);
  return row?.timeZone ?? 'UTC';
}
