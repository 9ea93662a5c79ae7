import type { SignInLink } from '@tovlet/core/contracts/studio';
import { and, eq, gt, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { person, signInLink } from '../db/schema';
import { ProblemException } from '../http/problem';
import { hashPassword } from './passwords';
import { hashOf, newToken } from './sessions';

const LIFETIME_DAYS = 7;
const MILLISECONDS_A_DAY = 86_400_000;

/**
 * Makes the link by which somebody chooses a password. An earlier link of theirs ends.
 *
 * The token stands behind a `#`, which browsers send to no server: it is in no log and no referrer.
 */
export async function makeLink(database: Database, personId: string): Promise<SignInLink> {
  const token = newToken();
  const expiresAt = new Date(Date.now() + LIFETIME_DAYS * MILLISECONDS_A_DAY).toISOString();
  await database.delete(signInLink).where(eq(signInLink.personId, personId));
  await database.insert(signInLink).values({ tokenHash: hashOf(token), personId, expiresAt });
  return { path: `/sign-in#link=${token}`, expiresAt };
}

/** Finds whom a link lets in. @throws ProblemException when it has ended, was used, or never was */
export async function personOfLink(database: Database, token: string): Promise<typeof person.$inferSelect> {
  const [found] = await database
    .select({ person })
    .from(signInLink)
    .innerJoin(person, eq(person.id, signInLink.personId))
    .where(and(eq(signInLink.tokenHash, hashOf(token)), gt(signInLink.expiresAt, sql`now()`)));
  if (found) return found.person;
  throw new ProblemException(
    'not_found',
    'This link has ended or was used already. Ask a developer of the workspace for a new one.',
  );
}

/**
 * Gives somebody the password they chose; their link ends.
 * @returns whose link it was
 * @throws ProblemException when the link has ended, also when it was used in the same moment
 */
export async function takeLink(database: Database, token: string, password: string): Promise<string> {
  const { id } = await personOfLink(database, token);
  const passwordHash = await hashPassword(password);
  await database.transaction(async (transaction) => {
    const used = await transaction
      .delete(signInLink)
      .where(eq(signInLink.tokenHash, hashOf(token)))
      .returning({ person: signInLink.personId });
    if (used.length === 0) await personOfLink(transaction, token);
    await transaction.update(person).set({ passwordHash }).where(eq(person.id, id));
  });
  return id;
}
