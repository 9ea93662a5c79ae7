import type { PersonSummary, ReadinessAnswer } from '@tovlet/core/contracts/studio';
import { referencesOf } from '@tovlet/core/values/references';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { toldTo } from '../values/accept-stored';
import { checkReferences } from '../values/check-references';
import { checkUnique } from '../values/check-unique';
import { mergedWithCopy } from './copies/merged';
import { copyOf } from './copies/queries';
import { typeOrRefuse } from './fits';
import { storedFit } from './fits-stored';
import { entryById } from './queries';

/**
 * Lists everything that stands in the way of an entry being published as it is stored, with its working copy: its values, the
 * rules of its form, what it refers to, and values that another entry has.
 * @returns what is wrong with fields that the person may not see is told without its name
 * @throws ProblemException when there is no such entry
 */
export async function readiness(
  { database, models }: Services,
  { role }: PersonSummary,
  id: string,
): Promise<ReadinessAnswer> {
  const record = await entryById(database, id);
  if (!record) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
  const { model } = await models.current();
  const type = typeOrRefuse(model, record.typeId);
  const copy = await copyOf(database, id);
  const values = copy ? (await mergedWithCopy(database, type, record, copy)).values : record.values;
  const { scope, issues } = await storedFit(database, model, type, { ...record, values });
  const hindrances = [
    ...issues,
    ...(await checkReferences(database, model, referencesOf(type.fields, scope))),
    ...(await checkUnique(database, type, scope, id)),
  ];
  return { version: record.version, copy: copy?.mark ?? null, hindrances: toldTo(role, model, hindrances) };
}
