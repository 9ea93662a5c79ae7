import { eq, sql } from 'drizzle-orm';
import { medium } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';

/** Gives a number that no file and no poster of the medium ever had: two who replace it at the same time write to different places. */
export async function nextNumber({ database }: Services, id: string): Promise<number> {
  const [row] = await database
    .update(medium)
    .set({ lastRevision: sql`${medium.lastRevision} + 1` })
    .where(eq(medium.id, id))
    .returning({ revision: medium.lastRevision });
  if (!row) throw new ProblemException('not_found', 'This medium is no longer there.');
  return row.revision;
}
