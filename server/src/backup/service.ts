import type { BackupsAnswer, backupScheduleSchema } from '@tovlet/core/contracts/studio/backups';
import { invariant } from '@tovlet/core/invariant';
import { and, gt, isNull, lte, or, sql } from 'drizzle-orm';
import type * as z from 'zod';
import { workspace } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';

/** The backups of a workspace, and when they are made. */
export async function backupsAnswer({ database, backups }: Services): Promise<BackupsAnswer> {
  const [row] = await database
    .select({ days: workspace.backupDays, keep: workspace.backupKeep })
    .from(workspace);
  invariant(row, 'the workspace has its one row');
  const { makingSince, problem, locks } = backups;
  return { backups: await backups.list(), makingSince, problem, locks, ...row };
}

/** Begins to make a backup; whoever looks is told when it is at an end. */
export async function beginBackup(services: Services): Promise<BackupsAnswer> {
  const { keep } = await backupsAnswer(services);
  const { backups, events } = services;
  backups.begin(services, keep, () => events.publish({ kind: 'backup' }));
  await events.publish({ kind: 'backup' });
  return backupsAnswer(services);
}

/** Says when backups are made by themselves, and how many are kept. The first is made with the next hour. */
export async function scheduleBackups(
  services: Services,
  { days, keep }: z.output<typeof backupScheduleSchema>,
): Promise<BackupsAnswer> {
  await services.database.update(workspace).set({ backupDays: days, backupKeep: keep });
  await services.events.publish({ kind: 'backup' });
  return backupsAnswer(services);
}

/**
 * Removes a backup.
 * @throws ProblemException where there is none of that name
 */
export async function removeBackup(services: Services, name: string): Promise<BackupsAnswer> {
  if (!(await services.backups.remove(name)))
    throw new ProblemException('not_found', 'There is no such backup any more.');
  await services.events.publish({ kind: 'backup' });
  return backupsAnswer(services);
}

/**
 * Begins to make a backup where its time has come. Of several processes one does: whoever notes it first.
 * @returns whether one was begun
 */
export async function backUpInTime(services: Services): Promise<boolean> {
  const due = sql`now() - make_interval(days => ${workspace.backupDays}) + interval '5 minutes'`;
  const noted = await services.database
    .update(workspace)
    .set({ backedUpAt: sql`now()` })
    .where(and(gt(workspace.backupDays, 0), or(isNull(workspace.backedUpAt), lte(workspace.backedUpAt, due))))
    .returning({ id: workspace.id });
  if (noted.length === 0) return false;
  await beginBackup(services);
  return true;
}
