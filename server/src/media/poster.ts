import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { MediumRecord, MediumVariant } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { changedMeanwhile, mediumOrRefuse } from './describe';
import { measure } from '../files/measure';
import { nextNumber } from './next-number';
import { updateMedium } from './queries';
import { makeVariant, wantedWidths } from '../files/variants';

/** Wider posters are not kept, in pixels. */
const WIDEST = 1280;

/**
 * Gives a film a poster: what is seen before it plays.
 * @throws ProblemException when the medium is no film or the file no picture, or somebody else saved the medium meanwhile
 */
export async function setPoster(
  services: Services,
  person: PersonSummary,
  id: string,
  given: { readonly version: number; readonly file: string },
): Promise<MediumRecord> {
  const { processing, mediaStore: store, database, events } = services;
  const before = await mediumOrRefuse(services, id);
  if (!before.mime.startsWith('video/')) throw new ProblemException('invalid', 'Only films have a poster.');
  if (before.version !== given.version) throw await changedMeanwhile(services, person, id);
  const { mime, width, colour, placeholder } = await measure(processing, 'poster', given.file);
  if (!mime.startsWith('image/')) throw new ProblemException('invalid', 'A poster is a picture.');
  const placed = { ...before, poster: await nextNumber(services, id) };
  const variants: MediumVariant[] = [];
  for (const wanted of wantedWidths(Math.min(width, WIDEST)))
    variants.push(
      await makeVariant({ store, processing, lane: 'serve', id, placed, file: given.file }, wanted, 'webp'),
    );
  const changes = { poster: placed.poster, variants, colour, placeholder };
  const updated = await updateMedium(database, id, given.version, changes);
  if (!updated) throw await changedMeanwhile(services, person, id);
  await events.publish({ kind: 'media' });
  return updated;
}
