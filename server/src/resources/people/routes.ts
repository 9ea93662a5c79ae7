import { factsFrom } from '@tovlet/core/conditions/scope';
import { valuesSaveSchema, type PersonAnswer, type PersonSummary } from '@tovlet/core/contracts/studio';
import { invariant } from '@tovlet/core/invariant';
import { PEOPLE } from '@tovlet/core/model/subjects';
import { asc, eq } from 'drizzle-orm';
import { Hono } from 'hono';
import { requireRole, type Signed } from '../../auth/guard';
import { person } from '../../db/schema';
import { readBody } from '../../http/body';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { acceptStored } from '../../values/accept-stored';
import { visibleTo } from '../../values/access';
import { maskSecrets } from '../../values/secrets';

async function listPeople(
  { database, models }: Services,
  who: PersonSummary,
): Promise<readonly PersonAnswer[]> {
  const { model } = await models.current();
  const fields = model.subjectById.get(PEOPLE)?.fields ?? [];
  const rows = await database
    .select({ id: person.id, name: person.name, role: person.role, values: person.values })
    .from(person)
    .orderBy(asc(person.name), person.id);
  return rows.map((row) => ({
    ...row,
    values: visibleTo(who.role, fields, maskSecrets(fields, row.values)),
  }));
}

async function savePerson(
  services: Services,
  who: PersonSummary,
  id: string,
  values: PersonAnswer['values'],
): Promise<PersonAnswer | undefined> {
  const saved = await services.models.inStep(async (transaction, model) => {
    const [before] = await transaction.select().from(person).where(eq(person.id, id)).for('update');
    if (!before) throw new ProblemException('not_found', 'There is no such person.');
    const type = model.subjectById.get(PEOPLE);
    invariant(type, 'every model has people');
    const stored = await acceptStored(transaction, model, type, {
      values,
      before: before.values,
      role: who.role,
      completeness: 'published',
      factsOf: () => factsFrom({ type: PEOPLE, status: 'published', entry: id, role: before.role }),
    });
    await transaction.update(person).set({ values: stored }).where(eq(person.id, id));
    return id;
  });
  return (await listPeople(services, who)).find((each) => each.id === saved);
}

/** The people of the workspace: names and roles, and the values of groups that appear on people. */
export function peopleRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .get('/', async (context) => context.json(await listPeople(services, context.get('person'))))
    .put('/:id', requireRole('editor'), async (context) => {
      const who = context.get('person');
      const id = context.req.param('id');
      if (who.role !== 'developer' && who.id !== id)
        throw new ProblemException(
          'forbidden',
          'You may change your own values, and developers those of all.',
        );
      const { values } = await readBody(context, valuesSaveSchema);
      return context.json(await savePerson(services, who, id, values));
    });
}
