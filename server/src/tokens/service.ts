import type { MadeToken, PersonSummary, TokenAnswer, tokenCreateSchema } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { count, desc, eq } from 'drizzle-orm';
import { newReadToken } from '../access/read-tokens';
import { hashOf } from '../access/sessions';
import type { Database } from '../db/connect';
import { person, readToken } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import type * as z from 'zod';

/** So many tokens are kept. */
const MOST = 200;

/** Lists the tokens, the newest first. */
export function tokensOf(database: Database): Promise<readonly TokenAnswer[]> {
  const { id, name, types, drafts, createdAt, lastUsedAt } = readToken;
  return database
    .select({ id, name, types, drafts, createdAt, lastUsedAt, createdBy: person.name })
    .from(readToken)
    .leftJoin(person, eq(person.id, readToken.createdBy))
    .orderBy(desc(createdAt), desc(id));
}

/**
 * Makes a token.
 * @returns it, with the text that is told this once
 * @throws ProblemException where there are too many already, or a type is not there
 */
export async function makeToken(
  { database, models }: Services,
  who: PersonSummary,
  { name, types, drafts }: z.output<typeof tokenCreateSchema>,
): Promise<MadeToken> {
  const { model } = await models.current();
  if (types?.some((id) => !model.typeById.has(id)) === true)
    throw new ProblemException('invalid', 'Some of these types are not there any more.', [
      { path: '/types', message: 'Choose among the types of now.' },
    ]);
  const [known] = await database.select({ count: count() }).from(readToken);
  if ((known?.count ?? 0) >= MOST)
    throw new ProblemException('invalid', `Up to ${MOST} tokens are kept. Revoke one that nobody needs.`, [
      { path: '/name', message: 'There are too many tokens.' },
    ]);
  const token = newReadToken();
  const own = { id: newId('a'), name, types, drafts, tokenHash: hashOf(token), createdBy: who.id };
  const [made] = await database.insert(readToken).values(own).returning();
  const createdAt = made?.createdAt ?? '';
  return { id: own.id, name, types, drafts, token, createdAt, createdBy: who.name, lastUsedAt: null };
}

/**
 * Revokes a token: nobody reads by it any more, from the next request on.
 * @throws ProblemException where there is none
 */
export async function revokeToken(database: Database, id: string): Promise<void> {
  const gone = await database.delete(readToken).where(eq(readToken.id, id)).returning({ id: readToken.id });
  if (gone.length === 0) throw new ProblemException('not_found', 'This token is not there any more.');
}
