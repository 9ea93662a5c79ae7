import { factsFrom } from '@tovlet/core/evaluation/scope';
import type { PersonAnswer, PersonSummary, ValuesSave } from '@tovlet/core/contracts/studio';
import { PEOPLE, subjectOf } from '@tovlet/core/model/subjects';
import { and, eq } from 'drizzle-orm';
import { person } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { acceptStored, assertReferences } from '../values/accept-stored';
import { personOrRefuse } from './queries';

/**
 * Saves the values that groups put on somebody.
 * @throws ProblemException when somebody else saved them meanwhile (with the values of now), or values are not valid
 */
export async function savePerson(
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
