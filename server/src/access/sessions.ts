import { createHash, randomBytes } from 'node:crypto';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { and, eq, gt, lt, sql } from 'drizzle-orm';
import type { Context } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import type { Database } from '../db/connect';
import { person, session } from '../db/schema';
import type { Services } from '../services';

const COOKIE = 'tovlet_session';
const LIFETIME_SECONDS = 14 * 24 * 3600;

/** What is kept of a token, which tells nobody the token. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A token that nobody guesses. */
export const newToken = (): string => randomBytes(32).toString('base64url');

const personColumns = { id: person.id, name: person.name, email: person.email, role: person.role };

/** Finds who is signed in by the cookie of a request; null for nobody. */
export async function personOf(context: Context, database: Database): Promise<PersonSummary | null> {
  const token = getCookie(context, COOKIE);
  if (!token) return null;
  const [found] = await database
    .select(personColumns)
    .from(session)
    .innerJoin(person, eq(person.id, session.personId))
    .where(and(eq(session.tokenHash, hashOf(token)), gt(session.expiresAt, sql`now()`)));
  return found ?? null;
}

/** The session of a request by its hash, which tells nobody its token; null for none. */
export function sessionOf(context: Context): string | null {
  const token = getCookie(context, COOKIE);
  return token ? hashOf(token) : null;
}

/** Starts a session and gives the browser its token, out of reach of scripts and of other sites. */
export async function startSession(context: Context, database: Database, personId: string): Promise<void> {
  const token = newToken();
  const expiresAt = new Date(Date.now() + LIFETIME_SECONDS * 1000).toISOString();
  await database.delete(session).where(lt(session.expiresAt, sql`now()`));
  await database.insert(session).values({ tokenHash: hashOf(token), personId, expiresAt });
  const secure = new URL(context.req.url).protocol === 'https:';
  setCookie(context, COOKIE, token, {
    httpOnly: true,
    sameSite: 'Lax',
    path: '/',
    maxAge: LIFETIME_SECONDS,
    secure,
  });
}

/** Ends the session of a request, and tells who goes on reading in its name. */
export async function endSession(
  context: Context,
  { database, events }: Pick<Services, 'database' | 'events'>,
): Promise<void> {
  const ended = sessionOf(context);
  if (ended !== null) {
    await database.delete(session).where(eq(session.tokenHash, ended));
    await events.publish({ kind: 'session_ended', session: ended });
  }
  deleteCookie(context, COOKIE, { path: '/' });
}

/** Ends all sessions of somebody, and tells who goes on reading in their name. */
export async function endSessionsOf(
  { database, events }: Pick<Services, 'database' | 'events'>,
  personId: string,
): Promise<void> {
  const ended = await database
    .delete(session)
    .where(eq(session.personId, personId))
    .returning({ hash: session.tokenHash });
  for (const { hash } of ended) await events.publish({ kind: 'session_ended', session: hash });
}
