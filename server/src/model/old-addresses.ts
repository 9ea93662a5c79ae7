import type { CompiledModel } from '@tovlet/core/model/compiled';
import { sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { oldAddress } from '../db/schema';

/** Keeps where pages of types were, for those who know them there. */
export async function keepOldAddresses(
  database: Database,
  before: CompiledModel,
  after: CompiledModel,
): Promise<void> {
  const moved = before.document.contentTypes.flatMap(({ id, address, features }) => {
    const now = after.typeById.get(id)?.contentType.address;
    return features.page && now !== undefined && now !== address ? [{ address, typeId: id }] : [];
  });
  if (moved.length === 0) return;
  await database
    .insert(oldAddress)
    .values(moved)
    .onConflictDoUpdate({
      target: oldAddress.address,
      set: { typeId: sql`excluded.type_id`, at: sql`now()` },
    });
}
