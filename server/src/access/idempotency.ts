import type { JsonObject } from '@tovlet/core/json';
import { eq, lt, sql } from 'drizzle-orm';
import type { Context } from 'hono';
import type { Signed } from './guard';
import type { Database } from '../db/connect';
import { takenEdit } from '../db/schema';

/** Edits are known again for so long: longer than anybody keeps a closed notebook. */
const KNOWN_FOR = sql.raw(`interval '30 days'`);

/**
 * The id that whoever sends an edit gave it, so that it can be sent again when the answer was lost.
 * @returns the key, unlike those of other people; null where none was given
 * @see https://datatracker.ietf.org/doc/draft-ietf-httpapi-idempotency-key-header/
 */
export function idempotencyKeyOf(context: Context<Signed>): string | null {
  const given = context.req.header('idempotency-key');
  return given === undefined || given === '' ? null : `${context.get('person').id} ${given.slice(0, 200)}`;
}

/**
 * Notes in the transaction of an edit that it was taken. Whoever sends the same at the same moment waits for it.
 * @returns what was noted when it was taken before; null when it is taken now
 */
export async function takeOnce(
  transaction: Database,
  key: string | null,
  note: JsonObject = {},
): Promise<JsonObject | null> {
  if (key === null) return null;
  const fresh = await transaction
    .insert(takenEdit)
    .values({ id: key, answer: note })
    .onConflictDoNothing()
    .returning({ id: takenEdit.id });
  if (fresh.length > 0) return null;
  const [known] = await transaction
    .select({ answer: takenEdit.answer })
    .from(takenEdit)
    .where(eq(takenEdit.id, key));
  return known?.answer ?? {};
}

/** Forgets edits that nobody sends again. */
export async function forgetOldEdits(database: Database): Promise<void> {
  await database.delete(takenEdit).where(lt(takenEdit.createdAt, sql`now() - ${KNOWN_FOR}`));
}

/** Whether an edit was taken before. */
export async function wasTaken(database: Database, key: string | null): Promise<boolean> {
  if (key === null) return false;
  const found = await database.select({ id: takenEdit.id }).from(takenEdit).where(eq(takenEdit.id, key));
  return found.length > 0;
}
