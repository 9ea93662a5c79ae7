import { and, asc, eq, lt, sql, type SQL } from 'drizzle-orm';
import { bin, entryRevision, workspace, type BinRecord } from '../../db/schema';
import type { Services } from '../../services';

/** So many are let go in one transaction. */
const BATCH = 100;

type Needed = Pick<Services, 'database' | 'mediaStore'>;

async function forgetSome({ database, mediaStore }: Needed, which: SQL | undefined): Promise<number> {
  return database.transaction(async (transaction) => {
    const some: readonly Pick<BinRecord, 'kind' | 'id'>[] = await transaction
      .select({ kind: bin.kind, id: bin.id })
      .from(bin)
      .where(which)
      .orderBy(asc(bin.deletedAt))
      .limit(BATCH)
      .for('update', { skipLocked: true });
    for (const { kind, id } of some) {
      await transaction.delete(bin).where(and(eq(bin.kind, kind), eq(bin.id, id)));
      // Before the row is gone for good: a file without a row would never be found again.
      if (kind === 'entry') await transaction.delete(entryRevision).where(eq(entryRevision.entryId, id));
      if (kind === 'medium') await mediaStore.remove(id);
    }
    return some.length;
  });
}

/**
 * Lets things in the bin go for good, media with their files.
 * @param which those that are meant; all where nothing is said
 */
export async function forgetBinned(services: Needed, which?: SQL): Promise<void> {
  while ((await forgetSome(services, which)) === BATCH);
}

/** Lets go what was in the bin for as long as the settings say. */
export async function forgetOldBinned(services: Needed): Promise<void> {
  const [row] = await services.database.select({ days: workspace.binDays }).from(workspace);
  if (row) await forgetBinned(services, lt(bin.deletedAt, sql`now() - ${row.days} * interval '1 day'`));
}
