import { factsFrom } from '@tovlet/core/conditions/scope';
import type { MediumAnswer, MediumSave, PersonSummary } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { invariant } from '@tovlet/core/invariant';
import { MEDIA } from '@tovlet/core/model/subjects';
import { measure, storeFiles } from '../../media/files';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { acceptStored } from '../../values/accept-stored';
import { insertMedium, mediumAnswer, mediumByHash, mediumById, updateMedium } from './queries';

/**
 * Takes an uploaded file among the media.
 * @returns the new medium, or the one that holds the very same file already
 * @throws ProblemException when it is not of a kind that is taken
 */
export async function addMedium(
  { database, mediaFolder, events }: Pick<Services, 'database' | 'mediaFolder' | 'events'>,
  filename: string,
  bytes: Uint8Array,
  alt = '',
): Promise<MediumAnswer> {
  const measured = await measure(filename, bytes);
  const known = await mediumByHash(database, measured.sha256);
  if (known) return mediumAnswer(known);
  const id = newId('m');
  const variants = await storeFiles(mediaFolder, id, bytes, measured);
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
  return mediumAnswer(created);
}

/** Sets the alternative text of a medium, and the values of the groups that appear on media. */
export async function describeMedium(
  { models, events }: Services,
  person: PersonSummary,
  id: string,
  { alt, values }: MediumSave,
): Promise<MediumAnswer> {
  const updated = await models.inStep(async (transaction, model) => {
    const before = await mediumById(transaction, id);
    if (!before) throw new ProblemException('not_found', 'This medium is no longer there.');
    if (values === undefined) return updateMedium(transaction, id, { alt: alt.trim() });
    const type = model.subjectById.get(MEDIA);
    invariant(type, 'every model has media');
    const stored = await acceptStored(transaction, model, type, {
      values,
      before: before.values,
      role: person.role,
      completeness: 'published',
      factsOf: () => factsFrom({ type: MEDIA, status: 'published', entry: id }),
    });
    return updateMedium(transaction, id, { alt: alt.trim(), values: stored });
  });
  if (!updated) throw new ProblemException('not_found', 'This medium is no longer there.');
  await events.publish({ kind: 'media' });
  return mediumAnswer(updated);
}
