import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { Role } from '@tovlet/core/roles';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import type { MediumAnswer, MediumSave, PersonSummary } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { MEDIA, subjectOf } from '@tovlet/core/model/subjects';
import { measure } from './measure';
import { keepFiles } from './variants';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import type { MediumRecord } from '../db/schema';
import { restoreSameFile } from './removal';
import { acceptStored, assertReferences } from '../values/accept-stored';
import {
  insertMedium,
  mediumAnswer,
  mediumByHash,
  mediumById,
  updateMedium,
  type SeenValues,
} from './queries';

/**
 * Takes an uploaded file among the media.
 * @returns the new medium, or the one that holds the very same file already, also one that was deleted
 * @throws ProblemException when it is not of a kind that is taken
 */
export async function addMedium(
  { database, mediaStore, events }: Pick<Services, 'database' | 'mediaStore' | 'events'>,
  filename: string,
  bytes: Uint8Array,
  alt = '',
): Promise<MediumRecord> {
  const measured = await measure(filename, bytes);
  const { sha256 } = measured;
  const known = (await mediumByHash(database, sha256)) ?? (await restoreSameFile(database, sha256));
  if (known) {
    for (const kind of ['media', 'bin'] as const) await events.publish({ kind });
    return known;
  }
  const id = newId('m');
  const variants = await keepFiles(mediaStore, id, bytes, measured);
  const safeName =
    filename
      .replace(/[\p{Cc}/\\]/gu, ' ')
      .trim()
      .slice(-120) || `file.${measured.extension}`;
  const created = await insertMedium(database, {
    id,
    filename: safeName,
    bytes: bytes.byteLength,
    alt,
    variants,
    ...measured,
  });
  await events.publish({ kind: 'media' });
  return created;
}

/** Makes of media what somebody may see of them. */
export async function mediaSeenBy({ models }: Pick<Services, 'models'>, role: Role): Promise<SeenValues> {
  const { model } = await models.current();
  const { fields } = subjectOf(model, MEDIA);
  return (values) => seenBy(personWith(role), fields, values);
}

/**
 * Sets the alternative text of a medium, and the values of the groups that appear on media.
 * @throws ProblemException when somebody else saved it meanwhile (with the medium of now), or values are not valid
 */
export async function describeMedium(
  services: Services,
  { role }: PersonSummary,
  id: string,
  { version, alt, values }: MediumSave,
): Promise<MediumAnswer> {
  const { models, events, database } = services;
  const before = await mediumById(database, id);
  if (!before) throw new ProblemException('not_found', 'This medium is no longer there.');
  const updated = await models.prepared(
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
      const changes = { alt: alt.trim(), ...(accepted ? { values: accepted.values } : {}) };
      return updateMedium(transaction, id, version, changes);
    },
  );
  const seen = await mediaSeenBy(services, role);
  if (updated) {
    await events.publish({ kind: 'media' });
    return mediumAnswer(updated, seen);
  }
  const current = await mediumById(database, id);
  if (!current) throw new ProblemException('not_found', 'This medium is no longer there.');
  const message = 'Somebody else described this medium meanwhile. Look at both, then save again.';
  throw new ProblemException('conflict', message, [], { medium: { ...mediumAnswer(current, seen) } });
}
