import { personWith } from '@tovlet/core/access/audience';
import type { PersonSummary, SamplesAnswer, SamplesRequest } from '@tovlet/core/contracts/studio';
import { planFor } from '@tovlet/core/queries/load-plan';
import { findPath } from '@tovlet/core/templates/found-path';
import { sampleOf } from '@tovlet/core/templates/sample';
import { onPages, seatsOf } from '@tovlet/core/templates/seats';
import { EntryPresenter } from '../../delivery/presenter';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { sampleThing } from './sample-thing';

/**
 * Tells what an entry, or a term, has where paths lead, as far as the person may see it: what a picker shows beside each.
 * @returns values by their paths; paths that lead nowhere are left out
 * @throws ProblemException when the entry is gone, or of another type
 */
export async function sampleValues(
  { database, models }: Services,
  { role }: PersonSummary,
  { type: typeId, entry: id, paths }: SamplesRequest,
): Promise<SamplesAnswer> {
  const { model } = await models.current();
  const type = model.subjectById.get(typeId);
  const sample = type && (await sampleThing(database, model, type, id));
  if (!type || !sample)
    throw new ProblemException(
      'not_found',
      'What the template was tried with does not exist any more, or is of another type.',
    );
  const seats = seatsOf(type);
  const context = onPages(model);
  const found = paths.flatMap((path) => {
    const each = findPath({ source: 'entry', path }, seats, context);
    return each ? [[path, each] as const] : [];
  });
  const plan = planFor({ paths: found.map(([, { path }]) => path), scopes: [] }, seats[0].at, context);
  const presenter = new EntryPresenter(database, model, personWith(role));
  const { value } = await presenter.presentThing(sample, plan);
  return Object.fromEntries(found.map(([path, each]) => [path, sampleOf(each, value)]));
}
