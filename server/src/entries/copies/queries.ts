import { newId } from '@tovlet/core/ids';
import { and, eq, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import { entryCopy, type CopyRecord } from '../../db/schema';

const { entryId, mark: kept } = entryCopy;

/** Finds the working copy of an entry; undefined where everything is saved. */
export async function copyOf(database: Database, id: string): Promise<CopyRecord | undefined> {
  const [found] = await database.select().from(entryCopy).where(eq(entryId, id));
  return found;
}

/** The entries among some that have a working copy. */
export async function copiedAmong(database: Database, ids: readonly string[]): Promise<ReadonlySet<string>> {
  const rows = await database.select({ id: entryId }).from(entryCopy).where(anyOf(entryId, ids));
  return new Set(rows.map(({ id }) => id));
}

/** What is kept of a copy. */
export type CopyContent = Omit<CopyRecord, 'mark' | 'updatedAt'>;

/**
 * Keeps a copy over the one that somebody saw.
 * @param seen its mark; null where they saw none
 * @returns undefined when another one is there meanwhile, or theirs is gone
 */
export async function writeCopy(
  database: Database,
  content: CopyContent,
  seen: string | null,
): Promise<CopyRecord | undefined> {
  const next = { ...content, mark: newId('c', 12) };
  const [written] =
    seen === null
      ? await database.insert(entryCopy).values(next).onConflictDoNothing().returning()
      : await database
          .update(entryCopy)
          .set({ ...next, updatedAt: sql`now()` })
          .where(and(eq(entryId, content.entryId), eq(kept, seen)))
          .returning();
  return written;
}

/** Gives up a copy that still has the mark somebody saw. @returns whether it was there */
export async function dropCopy(database: Database, id: string, seen: string): Promise<boolean> {
  const gone = await database
    .delete(entryCopy)
    .where(and(eq(entryId, id), eq(kept, seen)))
    .returning({ id: entryId });
  return gone.length > 0;
}
