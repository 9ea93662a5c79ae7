import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { PersonAnswer, PersonSummary } from '@tovlet/core/contracts/studio';
import { PEOPLE } from '@tovlet/core/model/subjects';
import { asc, eq, isNotNull, or, sql } from 'drizzle-orm';
import { person } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';

/** Whoever has a password, or signs in to the demo by a click. */
const joined = sql<boolean>`(${or(isNotNull(person.passwordHash), eq(person.demo, true))})`;

/** Lists the people of the workspace, each with what somebody may see of them. */
export async function listPeople(
  { database, models }: Services,
  who: PersonSummary,
): Promise<readonly PersonAnswer[]> {
  const { model } = await models.current();
  const fields = model.subjectById.get(PEOPLE)?.fields ?? [];
  const { id, name, email, role, version, values } = person;
  const rows = await database
    .select({ id, name, email, role, joined, version, values })
    .from(person)
    .orderBy(asc(person.name), person.id);
  const audience = personWith(who.role);
  const seesEmail = (each: string): boolean => who.role === 'developer' || who.id === each;
  return rows.map((row) => ({
    ...row,
    email: seesEmail(row.id) ? row.email : null,
    values: seenBy(audience, fields, row.values),
  }));
}

/** Finds one of the people. @throws ProblemException where there is none */
export async function personOrRefuse(
  services: Services,
  who: PersonSummary,
  id: string,
): Promise<PersonAnswer> {
  const found = (await listPeople(services, who)).find((each) => each.id === id);
  if (!found) throw new ProblemException('not_found', 'There is no such person.');
  return found;
}
