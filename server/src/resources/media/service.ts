import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { measure, storeFiles } from '../../media/files';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { insertMedium, mediumAnswer, mediumByHash, setAlt } from './queries';

/**
 * Takes an uploaded picture among the media.
 * @returns the new medium, or the one that holds the very same file already
 * @throws ProblemException when it is not a picture of a kind that is taken
 */
export async function addMedium(
  { database, mediaFolder, events }: Pick<Services, 'database' | 'mediaFolder' | 'events'>,
  filename: string,
  bytes: Uint8Array,
  alt = '',
): Promise<MediumAnswer> {
  const measured = await measure(bytes);
  const known = await mediumByHash(database, measured.sha256);
  if (known) return mediumAnswer(known);
  const id = newId('m');
  const variants = await storeFiles(mediaFolder, id, bytes, measured);
  const safeName =
    filename
      .replace(/[\p{Cc}/\\]/gu, ' ')
      .trim()
      .slice(-120) || `picture.${measured.extension}`;
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

/** Sets the alternative text of a picture. */
export async function describeMedium(
  { database, events }: Services,
  id: string,
  alt: string,
): Promise<MediumAnswer> {
  const updated = await setAlt(database, id, alt.trim());
  if (!updated) throw new ProblemException('not_found', 'This picture is no longer among the media.');
  await events.publish({ kind: 'media' });
  return mediumAnswer(updated);
}
