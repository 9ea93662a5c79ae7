import { and, eq, isNull, lt, or, sql } from 'drizzle-orm';
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
  const [, token] = /^Bearer +([\w.~+/-]+=*) *$/i.exec(context.req.header('authorization') ?? '') ?? [];
  return token ?? null;
}

/** Whether a token is one that may be read by, now. That it was is noted once an hour. */
export async function isReadToken(database: Database, token: string): Promise<boolean> {
  const { id, tokenHash, lastUsedAt } = readToken;
  const [found] = await database
    .select({
      id,
      stale: sql<boolean>`${or(isNull(lastUsedAt), lt(lastUsedAt, sql`now() - interval '1 hour'`))}`,
    })
    .from(readToken)
    .where(eq(tokenHash, hashOf(token)));
  if (!found) return false;
  if (found.stale)
    await database
      .update(readToken)
      .set({ lastUsedAt: sql`date_trunc('hour', now())` })
      .where(and(eq(id, found.id)));
  return true;
}
