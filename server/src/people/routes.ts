import { personWith, seenBy } from '@tovlet/core/access/audience';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import {
  valuesSaveSchema,
  type PersonAnswer,
  type PersonSummary,
  type ValuesSave,
} from '@tovlet/core/contracts/studio';
import { PEOPLE, subjectOf } from '@tovlet/core/model/subjects';
import { and, asc, eq } from 'drizzle-orm';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { person } from '../db/schema';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { acceptStored, assertReferences } from '../values/accept-stored';

async function listPeople(
  { database, models }: Services,
  who: PersonSummary,
): Promise<readonly PersonAnswer[]> {
  const { model } = await models.current();
  const fields = model.subjectById.get(PEOPLE)?.fields ?? [];
  const { id, name, role, version, values } = person;
  const rows = await database
    .select({ id, name, role, version, values })
    .from(person)
    .orderBy(asc(person.name), person.id);
  const audience = personWith(who.role);
  return rows.map((row) => ({ ...row, values: seenBy(audience, fields, row.values) }));
}

async function personOrRefuse(services: Services, who: PersonSummary, id: string): Promise<PersonAnswer> {
  const found = (await listPeople(services, who)).find((each) => each.id === id);
  if (!found) throw new ProblemException('not_found', 'There is no such person.');
  return found;
}

/** @throws ProblemException when somebody else saved them meanwhile (with the values of now), or values are not valid */
async function savePerson(
  services: Services,
  who: PersonSummary,
  id: string,
  { version, values }: ValuesSave,
): Promise<PersonAnswer> {
  const [before] = await services.database.select().from(person).where(eq(person.id, id));
  if (!before) throw new ProblemException('not_found', 'There is no such person.');
  const { role } = who;
  const saved =
    before.version === version &&
    (await services.models.prepared(
      (model) =>
        acceptStored(model, subjectOf(model, PEOPLE), {
          values,
          before: before.values,
          role,
          completeness: 'published',
          factsOf: () => factsFrom({ type: PEOPLE, status: 'published', entry: id, role: before.role }),
        }),
      async (transaction, model, accepted) => {
        await assertReferences(transaction, model, subjectOf(model, PEOPLE), accepted, role);
        const written = await transaction
          .update(person)
          .set({ values: accepted.values, version: version + 1 })
          .where(and(eq(person.id, id), eq(person.version, version)))
          .returning({ id: person.id });
        return written.length > 0;
      },
    ));
  const now = await personOrRefuse(services, who, id);
  if (saved) return now;
  const message = 'Somebody else saved these values meanwhile. Look at both, then save again.';
  throw new ProblemException('conflict', message, [], { person: { ...now } });
}

/** The people of the workspace: names and roles, and the values of groups that appear on people. */
export function peopleRoutes(services: Services): Hono<Signed> {
  return new Resource<'/api/studio/people', Signed>()
    .on('GET', '/', {}, ({ context }) => listPeople(services, context.get('person')))
    .on(
      'PUT',
      '/:id',
      { only: requireRole('editor'), body: valuesSaveSchema },
      ({ context, parameters: { id }, body }) => {
        const who = context.get('person');
        if (who.role === 'developer' || who.id === id) return savePerson(services, who, id, body);
        throw new ProblemException(
          'forbidden',
          'You may change your own values, and developers those of all.',
        );
      },
    ).routes;
}
