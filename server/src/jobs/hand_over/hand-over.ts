import { entriesOfGone } from '@tovlet/core/contracts/studio';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { anyOf } from '../../db/connect';
import { entry, person, type EntryRecord } from '../../db/schema';
import { announceGone } from '../../entries/announce';
import { ProblemException } from '../../http/problem';
import { deleteEntry } from '../../relations/delete-entry';
import type { Services } from '../../services';
import { followRoles } from '../fill_indexes/follow-roles';
import type { Job } from '../job';

/** Entries of one statement: few enough that nobody waits behind it. */
const BATCH = 50;

const dataSchema = z.strictObject({
  /** Who went. */
  person: z.string(),
  /** In whose name it is done. */
  by: z.string(),
  entries: z.enum(entriesOfGone),
  /** Who gets the entries; null where nobody does. */
  to: z.string().nullable(),
});
type HandOver = z.infer<typeof dataSchema>;

type Found = Pick<EntryRecord, 'id' | 'typeId' | 'version'>;

async function giveTo(
  { database }: Services,
  found: readonly Found[],
  authorId: string | null,
): Promise<void> {
  await database
    .update(entry)
    .set({ authorId })
    .where(
      anyOf(
        entry.id,
        found.map(({ id }) => id),
      ),
    );
}

/** Who gets the entries may be gone as well by now: then nobody does. */
async function stillThere({ database }: Services, id: string | null): Promise<string | null> {
  if (id === null) return null;
  const [found] = await database.select({ id: person.id }).from(person).where(eq(person.id, id));
  return found?.id ?? null;
}

/** Puts one entry into the bin. @returns false where a relation keeps it */
async function deleteOne({ models, events }: Services, found: Found, by: string): Promise<boolean> {
  const { id, typeId, version } = found;
  try {
    const others = await models.withModelLocked((transaction, model) =>
      deleteEntry(transaction, model, { id, version }, by),
    );
    // Saved in this very moment: the next step meets it again.
    if (!others) return true;
    await announceGone({ events }, { id: '' }, { id, typeId, version }, others);
    return true;
  } catch (error) {
    if (error instanceof ProblemException) return false;
    throw error;
  }
}

/** Keeps, gives or deletes the entries of somebody who went. What a relation does not let go stays without an author. */
export const handOver: Job<Services, HandOver> = {
  kind: 'hand_over',
  data: dataSchema,
  after: 0,
  async step(services, data, mustEnd) {
    for (;;) {
      const found = await services.database
        .select({ id: entry.id, typeId: entry.typeId, version: entry.version })
        .from(entry)
        .where(eq(entry.authorId, data.person))
        .orderBy(entry.id)
        .limit(BATCH);
      if (found.length === 0) {
        // Only now do all entries have the author whose role rules ask for.
        await followRoles(services, services.database);
        services.jobs.wake();
        return null;
      }
      if (data.entries === 'delete') {
        for (const each of found)
          if (!(await deleteOne(services, each, data.by))) await giveTo(services, [each], null);
      } else {
        await giveTo(services, found, await stillThere(services, data.to));
      }
      if (mustEnd()) return data;
    }
  },
};
