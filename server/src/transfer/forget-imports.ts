import { and, eq, isNull, lt, notExists, sql } from 'drizzle-orm';
import { contentImport, importRun } from '../db/schema';
import type { Services } from '../services';
import { placeOfFile } from './with-file';

/** Forgets imports that nobody verifies or takes back any more, with their files; what they brought stays. */
export async function forgetOldImports({
  database,
  mediaStore,
}: Pick<Services, 'database' | 'mediaStore'>): Promise<void> {
  const running = database
    .select({ id: importRun.importId })
    .from(importRun)
    .where(and(eq(importRun.importId, contentImport.id), eq(importRun.state, 'running')));
  const isOld = lt(contentImport.createdAt, sql`now() - interval '90 days'`);
  const old = await database
    .select({ id: contentImport.id })
    .from(contentImport)
    .where(and(isOld, isNull(contentImport.moveId), notExists(running)));
  for (const { id } of old) {
    // Before the row: a file without a row would never be found again.
    await mediaStore.remove(placeOfFile(id));
    await database.delete(contentImport).where(eq(contentImport.id, id));
  }
}
