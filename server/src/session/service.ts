import type { FirstAccount, LinkAnswer, LinkUse, SessionAnswer } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { Language } from '@tovlet/core/locale/languages';
import { eq } from 'drizzle-orm';
import type { Context } from 'hono';
import { personOfLink, takeLink } from '../access/links';
import { hashPassword, passwordMatches } from '../access/passwords';
import { endSession, endSessionsOf, personOf, startSession } from '../access/sessions';
import { addressOf } from '../http/address';
import { person, workspace } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { settingsOf } from '../settings/queries';
import { demoPeople, hasPeople, languageOf, personByEmail } from './queries';

/** Tells who is signed in and how somebody could. */
export async function describeSession(
  context: Context,
  { database, demo }: Services,
): Promise<SessionAnswer> {
  const signedIn = await personOf(context, database);
  return {
    person: signedIn,
    language: signedIn ? await languageOf(database, signedIn.id) : null,
    workspace: { name: (await settingsOf(database)).name },
    needsFirstAccount: !(await hasPeople(database)),
    demoPeople: demo ? await demoPeople(database) : [],
  };
}

/**
 * Signs somebody in by email and password. The try is counted before it is made.
 * @throws ProblemException when they do not match, or after too many tries
 */
export async function signIn(
  context: Context,
  { database, throttle, behindProxy }: Services,
  email: string,
  password: string,
): Promise<void> {
  const address = addressOf(context, behindProxy);
  const pair = `${address} ${email}`;
  await throttle.spend('sign_in_by_address', address);
  await throttle.spend('sign_in', pair);
  const found = await personByEmail(database, email);
  if (!(await passwordMatches(found?.passwordHash ?? null, password)) || !found) {
    throw new ProblemException(
      'wrong_credentials',
      'Email and password do not match. Check both and try again.',
    );
  }
  await throttle.forget('sign_in', pair);
  await startSession(context, database, found.id);
}

/** Keeps in which language somebody wants the workbench, on all their devices. */
export async function chooseLanguage(
  { database }: Services,
  personId: string,
  language: Language,
): Promise<void> {
  await database.update(person).set({ language }).where(eq(person.id, personId));
}

/** Signs a demo person in without a password; in demo mode only. */
export async function signInToDemo(
  context: Context,
  { database, demo }: Services,
  personId: string,
): Promise<void> {
  const people = demo ? await demoPeople(database) : [];
  const found = people.find(({ id }) => id === personId);
  if (!found) throw new ProblemException('forbidden', 'There is no such demo person.');
  await startSession(context, database, found.id);
}

/** Makes the first account of a workspace, which is a developer's. Only while there is none. */
export async function createFirstAccount(
  context: Context,
  { database }: Services,
  given: FirstAccount,
): Promise<void> {
  const passwordHash = await hashPassword(given.password);
  const id = newId('p');
  await database.transaction(async (transaction) => {
    await transaction.select({ id: workspace.id }).from(workspace).for('update');
    if (await hasPeople(transaction))
      throw new ProblemException('forbidden', 'This workspace has its first account already. Sign in.');
    await transaction
      .insert(person)
      .values({ id, name: given.name, email: given.email, passwordHash, role: 'developer' });
    await transaction.update(workspace).set({ name: given.workspace });
  });
  await startSession(context, database, id);
}

/**
 * Tells whom a link lets in. Tries count for the address, as those of signing in do.
 * @throws ProblemException when the link has ended
 */
export async function describeLink(
  context: Context,
  { database, throttle, behindProxy }: Services,
  token: string,
): Promise<LinkAnswer> {
  await throttle.spend('sign_in_by_address', addressOf(context, behindProxy));
  const { name, email, passwordHash } = await personOfLink(database, token);
  return { name, email, invited: passwordHash === null };
}

/**
 * Lets somebody in who comes by a link, with the password they chose. Whoever was signed in with the one before is signed out.
 * @throws ProblemException when the link has ended
 */
export async function joinByLink(
  context: Context,
  services: Services,
  { token, password }: LinkUse,
): Promise<void> {
  await services.throttle.spend('sign_in_by_address', addressOf(context, services.behindProxy));
  const id = await takeLink(services.database, token, password);
  await endSessionsOf(services, id);
  await startSession(context, services.database, id);
  await services.events.publish({ kind: 'people' });
}

export { endSession };
