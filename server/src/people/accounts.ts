import type {
  AccountSave,
  AuthoredAnswer,
  Invitation,
  InvitedAnswer,
  PersonAnswer,
  PersonRemoval,
  PersonSummary,
  SignInLink,
} from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { and, count, eq } from 'drizzle-orm';
import { makeLink } from '../access/links';
import { endSessionsOf } from '../access/sessions';
import type { Database } from '../db/connect';
import { isConstraintViolation } from '../db/constraint-violation';
import { entry, entryView, person, workspace } from '../db/schema';
import { ProblemException } from '../http/problem';
import { followRoles } from '../jobs/fill_indexes/follow-roles';
import { handOver } from '../jobs/hand_over/hand-over';
import type { Services } from '../services';
import { personOrRefuse } from './queries';

const EMAIL_TAKEN = 'Somebody in this workspace has this email address already.';

/** Runs work that writes somebody's email address. @throws ProblemException where somebody else has it */
async function withEmailFree<Result>(work: () => Promise<Result>): Promise<Result> {
  try {
    return await work();
  } catch (error) {
    if (!isConstraintViolation(error, 'person_email_key')) throw error;
    throw new ProblemException('invalid', EMAIL_TAKEN, [{ path: '/email', message: EMAIL_TAKEN }]);
  }
}

/**
 * Refuses what would leave the workspace without a developer. The row of the workspace is held, so that two who go at once do
 * not both see the other stay.
 */
async function assertDeveloperStays(database: Database, leaving: string): Promise<void> {
  await database.select({ id: workspace.id }).from(workspace).for('update');
  const developers = await database
    .select({ id: person.id })
    .from(person)
    .where(eq(person.role, 'developer'));
  if (developers.some(({ id }) => id !== leaving)) return;
  throw new ProblemException('in_use', 'A workspace needs a developer. Make somebody else one first.');
}

/** Adds somebody, who comes in by a link. @throws ProblemException where the email address is taken */
export async function invitePerson(
  services: Services,
  who: PersonSummary,
  given: Invitation,
): Promise<InvitedAnswer> {
  const id = newId('p');
  const link = await withEmailFree(() =>
    services.database.transaction(async (transaction) => {
      await transaction.insert(person).values({ id, ...given });
      return makeLink(transaction, id);
    }),
  );
  await services.events.publish({ kind: 'people' });
  return { person: await personOrRefuse(services, who, id), link };
}

/** Makes a new link for somebody: the first was lost, or the password. */
export async function linkFor(services: Services, who: PersonSummary, id: string): Promise<SignInLink> {
  await personOrRefuse(services, who, id);
  return services.database.transaction((transaction) => makeLink(transaction, id));
}

/**
 * Saves what somebody is called, how they sign in and what they may do.
 * @throws ProblemException when somebody else saved it meanwhile, the email address is taken, or no developer would be left
 */
export async function saveAccount(
  services: Services,
  who: PersonSummary,
  id: string,
  { version, name, email, role }: AccountSave,
): Promise<PersonAnswer> {
  const before = await personOrRefuse(services, who, id);
  if (role !== before.role && who.role !== 'developer')
    throw new ProblemException('forbidden', 'Roles are given by developers.');
  // What was decided above holds for the version it was read at, and for no other.
  const isCurrent = before.version === version;
  const saved = await withEmailFree(() =>
    services.database.transaction(async (transaction) => {
      if (!isCurrent) return false;
      if (before.role === 'developer' && role !== 'developer') await assertDeveloperStays(transaction, id);
      const written = await transaction
        .update(person)
        .set({ name, email, role, version: version + 1 })
        .where(and(eq(person.id, id), eq(person.version, version)))
        .returning({ id: person.id });
      if (written.length > 0 && role !== before.role) await followRoles(services, transaction);
      return written.length > 0;
    }),
  );
  const now = await personOrRefuse(services, who, id);
  if (!saved) {
    const message = 'Somebody else changed this account meanwhile. Look at it, then save again.';
    throw new ProblemException('conflict', message, [], { person: { ...now } });
  }
  services.jobs.wake();
  await services.events.publish({ kind: 'people' });
  return now;
}

/** Counts the entries that somebody made. */
export async function authoredBy({ database }: Services, id: string): Promise<AuthoredAnswer> {
  const [row] = await database.select({ entries: count() }).from(entry).where(eq(entry.authorId, id));
  return { entries: row?.entries ?? 0 };
}

async function assertReceiver(
  services: Services,
  who: PersonSummary,
  gone: string,
  to: string | undefined,
): Promise<string> {
  const message = 'Choose who gets the entries.';
  if (to === undefined || to === gone)
    throw new ProblemException('invalid', message, [{ path: '/to', message }]);
  return (await personOrRefuse(services, who, to)).id;
}

/**
 * Takes somebody out of the workspace: they are signed out everywhere at once, and their entries follow in steps.
 * @throws ProblemException when they are who asks, the last developer, or nobody
 */
export async function removePerson(
  services: Services,
  who: PersonSummary,
  id: string,
  { entries, to }: PersonRemoval,
): Promise<void> {
  if (id === who.id) throw new ProblemException('forbidden', 'Ask another developer to remove you.');
  const { role } = await personOrRefuse(services, who, id);
  const receiver = entries === 'give' ? await assertReceiver(services, who, id, to) : null;
  await services.database.transaction(async (transaction) => {
    if (role === 'developer') await assertDeveloperStays(transaction, id);
    await endSessionsOf({ ...services, database: transaction }, id);
    // Nobody else sees them. Those that are shared stay.
    await transaction.delete(entryView).where(and(eq(entryView.ownerId, id), eq(entryView.shared, false)));
    await transaction.delete(person).where(eq(person.id, id));
    await services.jobs.send(handOver, { person: id, by: who.name, entries, to: receiver }, transaction);
    await followRoles(services, transaction);
  });
  services.jobs.wake();
  await services.events.publish({ kind: 'people' });
}
