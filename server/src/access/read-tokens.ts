import type { ReadScope } from '@tovlet/core/delivery/read-scope';
import { eq, isNull, lt, or, sql } from 'drizzle-orm';
import type { Context } from 'hono';
import type { Database } from '../db/connect';
import { readToken } from '../db/schema';
import { hashOf, newToken } from './sessions';

/** What every token begins with, so that people and tools know one when they see it where it should not be. */
const PREFIX = 'tovlet_';

/** Makes a token that nobody guesses. */
export const newReadToken = (): string => `${PREFIX}${newToken()}`;

/** The token that a request brings; null where it brings none. @see https://www.rfc-editor.org/rfc/rfc6750#section-2.1 */
export function bearerOf(context: Context): string | null {
  const [, token] = /^Bearer\b(.*)$/i.exec(context.req.header('authorization') ?? '') ?? [];
  return token?.trim() ?? null;
}

/** What may be read by a token, now; null for one that is none. That it was read by is noted once an hour. */
export async function scopeOfToken(database: Database, token: string): Promise<ReadScope | null> {
  const { id, types, drafts, tokenHash, lastUsedAt } = readToken;
  const stale = sql<boolean>`${or(isNull(lastUsedAt), lt(lastUsedAt, sql`now() - interval '1 hour'`))}`;
  const [found] = await database
    .select({ id, types, drafts, stale })
    .from(readToken)
    .where(eq(tokenHash, hashOf(token)));
  if (!found) return null;
  if (found.stale)
    await database
      .update(readToken)
      .set({ lastUsedAt: sql`date_trunc('hour', now())` })
      .where(eq(id, found.id));
  return found.types === null
    ? { kind: 'all', drafts: found.drafts }
    : { kind: 'types', ids: found.types, drafts: found.drafts };
}
