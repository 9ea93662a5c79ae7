import { and, eq, isNull, lt, notExists, sql } from 'drizzle-orm';
import { contentImport, importRun, siteMove, siteMoveRun } from '../db/schema';
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
  await forgetOldMoves({ database, mediaStore });
}

/** Forgets packages in the same way, with the rows that were gathered from them. */
async function forgetOldMoves({
  database,
  mediaStore,
}: Pick<Services, 'database' | 'mediaStore'>): Promise<void> {
  const running = database
    .select({ id: siteMoveRun.moveId })
    .from(siteMoveRun)
    .where(and(eq(siteMoveRun.moveId, siteMove.id), eq(siteMoveRun.state, 'running')));
  const isOld = lt(siteMove.createdAt, sql`now() - interval '90 days'`);
  const old = await database
    .select({ id: siteMove.id })
    .from(siteMove)
    .where(and(isOld, notExists(running)));
  for (const { id } of old) {
    const tables = await database
      .select({ id: contentImport.id })
      .from(contentImport)
      .where(eq(contentImport.moveId, id));
    for (const each of [...tables, { id }]) await mediaStore.remove(placeOfFile(each.id));
    await database.delete(siteMove).where(eq(siteMove.id, id));
  }
}
