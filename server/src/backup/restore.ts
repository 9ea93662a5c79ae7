import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { sql } from 'drizzle-orm';
import * as z from 'zod';
import { newestMigration, selectRows, type Database } from '../db/connect';
import { followModel } from '../derived/follow-model';
import { StartError } from '../start-error';
import type { Services } from '../services';
import { JOBS, UnreadableBackup } from './backup-format';
import type { Backup } from './read-backup';
import { restoreTables } from './restore-tables';

const waitingJob = z.object({ name: z.string().max(100), data: z.unknown() });

/**
 * Makes sure that nothing is in the place where a backup is brought back: nothing of it could be lost, for there is nothing.
 * @throws StartError where a workspace is there
 */
export async function assertNothingThere(database: Database): Promise<void> {
  const [found] = await selectRows<{ revision: number }>(
    database,
    sql`SELECT model_revision AS revision FROM workspace WHERE model_revision > 0`,
  );
  if (found)
    throw new StartError(
      'There is a workspace already. Bring the backup back into an empty folder or database.',
    );
}

/**
 * Refuses a backup of other tables than those of this version.
 * @throws UnreadableBackup with which version brings it back
 */
export function assertSameSchema({ manifest }: Backup): void {
  const own = newestMigration();
  if (manifest.schema > own)
    throw new UnreadableBackup(
      'The backup was made by a newer version of Tovlet. Bring it back with that one.',
    );
  if (manifest.schema < own)
    throw new UnreadableBackup(
      'The backup was made by an older version of Tovlet. Bring it back with that one, then start this one on it.',
    );
}

async function restoreMedia({ mediaStore }: Services, backup: Backup, room: string): Promise<void> {
  for (const { path } of backup.manifest.media) {
    const file = join(room, 'medium');
    await pipeline(await backup.medium(path), createWriteStream(file));
    await mediaStore.write(path, file);
    await rm(file);
  }
}

/** Index tables are made for the model; they are filled when Tovlet starts. */
async function followBehind({ models }: Services): Promise<void> {
  await models.withModelLocked((transaction, model) => followModel(transaction, null, model));
}

async function resumeJobs({ jobs }: Services, backup: Backup): Promise<void> {
  for await (const line of backup.lines(JOBS)) {
    const { name, data } = waitingJob.parse(JSON.parse(line));
    await jobs.sendAgain(name, data);
  }
}

/** Brings a backup back into a workspace that has nothing yet. Everything in it is looked at before anything is written. */
export class Restoring {
  constructor(
    private readonly services: Services,
    /** A folder for what lies somewhere in between. */
    private readonly room: string,
  ) {}

  /**
   * @throws UnreadableBackup where it is damaged or of another version
   * @throws StartError where a workspace is there already
   */
  async restore(backup: Backup): Promise<void> {
    const { database } = this.services;
    await assertNothingThere(database);
    assertSameSchema(backup);
    await backup.verify();
    await restoreMedia(this.services, backup, this.room);
    await restoreTables(database, backup);
    await followBehind(this.services);
    await resumeJobs(this.services, backup);
  }
}
