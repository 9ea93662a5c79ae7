import type { CompiledModel } from '@tovlet/core/model/compiled';
import { and, eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry, type EntryRecord } from '../db/schema';
import { releaseEntry } from './mirrors';

/**
 * Deletes an entry that still has the version somebody saw, and does what the relations that name it say about that.
 * @param author whose name stands at the entries that change with it
 * @returns the other entries that changed; null when the entry has another version meanwhile
 * @throws ProblemException when a relation refuses
 */
export async function deleteEntry(
  database: Database,
  model: CompiledModel,
  { id, version }: Pick<EntryRecord, 'id' | 'version'>,
  author: string,
): Promise<readonly EntryRecord[] | null> {
  const others = await releaseEntry(database, model, id, author);
  const deleted = await database
    .delete(entry)
    .where(and(eq(entry.id, id), eq(entry.version, version)))
    .returning({ id: entry.id });
  return deleted.length > 0 ? others : null;
}
