import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { MediumAnswer, MediumSave, PersonSummary } from '@tovlet/core/contracts/studio';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { MEDIA, subjectOf } from '@tovlet/core/model/subjects';
import type { Role } from '@tovlet/core/roles';
import type { MediumRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { acceptStored, assertReferences } from '../values/accept-stored';
import { folderOrRefuse } from './folders/queries';
import { mediumAnswer, mediumById, updateMedium, type SeenValues } from './queries';

/** Makes of media what somebody may see of them. */
export async function mediaSeenBy({ models }: Pick<Services, 'models'>, role: Role): Promise<SeenValues> {
  const { model } = await models.current();
  const { fields } = subjectOf(model, MEDIA);
  return (values) => seenBy(personWith(role), fields, values);
}

/** Finds a medium. @throws ProblemException where it is not there, or in the bin */
export async function mediumOrRefuse(
  { database }: Pick<Services, 'database'>,
  id: string,
): Promise<MediumRecord> {
  const found = await mediumById(database, id);
  if (!found) throw new ProblemException('not_found', 'This medium is no longer there.');
  return found;
}

/** That somebody else saved a medium meanwhile, with the medium of now. */
export async function changedMeanwhile(
  services: Services,
  { role }: PersonSummary,
  id: string,
): Promise<Error> {
  const current = await mediumOrRefuse(services, id);
  const { focus, earlier, ...now } = mediumAnswer(current, await mediaSeenBy(services, role));
  const known = { ...now, focus: focus && { ...focus }, earlier: earlier.map((file) => ({ ...file })) };
  const message = 'Somebody else changed this medium meanwhile. Look at both, then save again.';
  return new ProblemException('conflict', message, [], { medium: known });
}

/**
 * Sets what people say of a medium: its alternative text, its focus, its folder, the values of the groups that appear on media.
 * What is left out stays as it is.
 * @throws ProblemException when somebody else saved it meanwhile (with the medium of now), or values are not valid
 */
export async function describeMedium(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, alt, focus, folder, values }: MediumSave,
): Promise<MediumAnswer> {
  const { role } = person;
  const before = await mediumOrRefuse(services, id);
  const folderId = folder === undefined ? undefined : await folderOrRefuse(services.database, folder);
  const updated = await services.models.prepared(
    async (model) =>
      values === undefined
        ? null
        : acceptStored(model, subjectOf(model, MEDIA), {
            values,
            before: before.values,
            role,
            completeness: 'published',
            factsOf: () => factsFrom({ type: MEDIA, status: 'published', entry: id }),
          }),
    async (transaction, model, accepted) => {
      if (accepted) await assertReferences(transaction, model, subjectOf(model, MEDIA), accepted, role);
      return updateMedium(transaction, id, version, {
        ...(alt === undefined ? {} : { alt: alt.trim() }),
        ...(focus === undefined ? {} : { focus }),
        ...(folderId === undefined ? {} : { folderId }),
        ...(accepted ? { values: accepted.values } : {}),
      });
    },
  );
  if (!updated) throw await changedMeanwhile(services, person, id);
  await services.events.publish({ kind: 'media' });
  return mediumAnswer(updated, await mediaSeenBy(services, role));
}
