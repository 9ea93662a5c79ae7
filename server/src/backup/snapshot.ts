import { rm } from 'node:fs/promises';
import { drizzle } from 'drizzle-orm/pglite';
import type { Connection, Database } from '../db/connect';
import { asPglite, PgliteClient } from '../db/pglite-client';
import { FolderCopy } from './copy-folder';

/** What is done with a database that stands still. */
type Use<Result> = (transaction: Database) => Promise<Result>;

const still = { isolationLevel: 'repeatable read', accessMode: 'read only' } as const;

/**
 * Copies the folder of a database: most of it while others write, the rest while nothing is asked of it. A copy of a moment is as good as what a
 * killed process leaves: the database reads its log when it is opened.
 */
async function copied({ database }: Connection, from: string, to: string): Promise<void> {
  const copy = new FolderCopy(from, to);
  await copy.begin();
  await database.transaction(() => {
    copy.finish();
    return Promise.resolve();
  });
}

/**
 * Lets something read the database as it is at one moment, while others go on writing. PostgreSQL shows it that moment; of PGlite, which does one
 * thing at a time, a copy is made and read.
 * @param copy where the copy may lie for as long as it is read
 */
export async function atOneMoment<Result>(
  connection: Connection,
  copy: string,
  use: Use<Result>,
): Promise<Result> {
  if (connection.folder === null) return connection.database.transaction(use, still);
  await rm(copy, { recursive: true, force: true });
  try {
    await copied(connection, connection.folder, copy);
    const client = await PgliteClient.open({ dataFolder: copy });
    try {
      return await drizzle({ client: asPglite(client) }).transaction(use, still);
    } finally {
      await client.close();
    }
  } finally {
    await rm(copy, { recursive: true, force: true });
  }
}
