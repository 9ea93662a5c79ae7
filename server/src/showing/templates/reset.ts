import type { PersonSummary, Restored, TemplateAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { putInBin, takeFromBin } from '../../db/bin';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { deleteTemplate, writeTemplate } from '../stored-templates';
import { getTemplate, ownerOrRefuse } from './service';

/** What a template is called beside those of other types. */
function nameOf({ contentType: { id: typeId, singular, templates } }: CompiledType, id: string): string {
  const own = templates.find((each) => each.id === id);
  return own && id !== typeId ? `${singular}: ${own.label}` : singular;
}

/** Goes back to the page made from the page order; the template that was saved is put into the bin. */
export async function resetTemplate(
  services: Services,
  person: PersonSummary,
  id: string,
): Promise<TemplateAnswer> {
  const { database, events, models } = services;
  const type = ownerOrRefuse((await models.current()).model, id);
  await database.transaction(async (transaction) => {
    const was = await deleteTemplate(transaction, id);
    if (!was) return;
    const content = { kind: 'template', content: was } as const;
    const subject = type.contentType.id;
    await putInBin(transaction, { id, name: nameOf(type, id), subject, content, deletedBy: person.name });
  });
  await events.publish({ kind: 'template', id, version: 0, author: person.id });
  await events.publish({ kind: 'bin' });
  return getTemplate(services, id);
}

/**
 * Brings a template back that was reset.
 * @throws ProblemException where it is not in the bin, its type is gone, or another one was saved in its place
 */
export async function restoreTemplate(
  services: Services,
  person: PersonSummary,
  id: string,
): Promise<Restored> {
  const { database, events, models } = services;
  const type = ownerOrRefuse((await models.current()).model, id);
  await database.transaction(async (transaction) => {
    const taken = await takeFromBin(transaction, 'template', id);
    if (!taken) throw new ProblemException('not_found', 'This template is no longer in the bin.');
    if (await writeTemplate(transaction, id, 0, taken.content, person.name)) return;
    throw new ProblemException(
      'in_use',
      'Another template was saved in its place. Reset that one first: it goes into the bin as this one comes back.',
    );
  });
  await events.publish({ kind: 'template', id, version: 1, author: person.id });
  return { kind: 'template', id, name: nameOf(type, id), subject: type.contentType.id, notes: [] };
}
