import type { PersonSummary, Restored } from '@tovlet/core/contracts/studio';
import { and, eq, sql } from 'drizzle-orm';
import { putInBin, takeFromBin } from '../db/bin';
import type { Database } from '../db/connect';
import { bin, medium, type MediumRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { insertMedium, mediumById } from './queries';

/**
 * Puts a medium that still has the version the caller saw into the bin. What refers to it goes on doing so: it shows nothing
 * until the medium comes back.
 * @throws ProblemException when it is gone, or somebody else described it meanwhile
 */
export async function removeMedium(
  { database, events }: Services,
  { name }: PersonSummary,
  id: string,
  version: number,
): Promise<void> {
  const isRemoved = await database.transaction(async (transaction) => {
    const [record] = await transaction
      .delete(medium)
      .where(and(eq(medium.id, id), eq(medium.version, version)))
      .returning();
    if (!record) return false;
    const content = { kind: 'medium', record } as const;
    await putInBin(transaction, { id, name: record.filename, subject: null, content, deletedBy: name });
    return true;
  });
  if (!isRemoved) {
    const found = await mediumById(database, id);
    if (!found) throw new ProblemException('not_found', 'This medium was deleted already.');
    throw new ProblemException(
      'conflict',
      'Somebody else described this medium meanwhile. Look at it, then delete.',
    );
  }
  await events.publish({ kind: 'media' });
  await events.publish({ kind: 'bin' });
}

/** @throws ProblemException where another medium has its file by now */
async function putBackMedium(transaction: Database, id: string): Promise<MediumRecord | null> {
  const content = await takeFromBin(transaction, 'medium', id);
  if (!content) return null;
  const { record } = content;
  const back = await insertMedium(transaction, { ...record, version: record.version + 1 });
  if (back.id === id) return back;
  // Another got the very same file meanwhile: this one stays in the bin, with all that people said of it.
  throw new ProblemException(
    'in_use',
    `Its file is by now that of “${back.filename}”. Replace that one's file first.`,
  );
}

/**
 * Brings a medium back: whatever referred to it shows it again.
 * @throws ProblemException where it is not in the bin, or another medium has its file by now
 */
export async function restoreMedium({ database, events }: Services, id: string): Promise<Restored> {
  const record = await database.transaction((transaction) => putBackMedium(transaction, id));
  if (!record) throw new ProblemException('not_found', 'This medium is no longer in the bin.');
  await events.publish({ kind: 'media' });
  return { kind: 'medium', id, name: record.filename, subject: null, notes: [] };
}

/** Brings a medium back whose very file is uploaded again; null where none of the bin has it. */
export async function restoreSameFile(database: Database, sha256: string): Promise<MediumRecord | null> {
  return database.transaction(async (transaction) => {
    const [found] = await transaction
      .select({ id: bin.id })
      .from(bin)
      .where(and(eq(bin.kind, 'medium'), sql`${bin.content} #>> '{record,sha256}' = ${sha256}`))
      .limit(1);
    return found ? putBackMedium(transaction, found.id) : null;
  });
}
