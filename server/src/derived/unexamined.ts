import { sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { typeExamined } from '../db/schema';

/** Lets all entries of some types be looked through again, as after a change of what decides whether their values fit. */
export async function examineAnew(database: Database, typeIds: readonly string[]): Promise<void> {
  if (typeIds.length === 0) return;
  await database
    .update(typeExamined)
    .set({ round: sql`${typeExamined.round} + 1`, examinedTo: '' })
    .where(anyOf(typeExamined.typeId, typeIds));
}
