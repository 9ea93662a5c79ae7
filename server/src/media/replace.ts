import { fileKindOf } from '@tovlet/core/fields/file/file';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { isConstraintViolation } from '../db/constraint-violation';
import type { EarlierFile, MediumFile, MediumRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { makeVariants } from '../jobs/make_variants/make-variants';
import type { Services } from '../services';
import { changedMeanwhile, mediumOrRefuse } from './describe';
import { measure, type Measured } from '../files/measure';
import { nextNumber } from './next-number';
import { mediumByHash, updateMedium } from './queries';
import { safeName } from '../files/safe-name';
import { keepFiles, pathsOf } from '../files/variants';

/** So many earlier files of one medium are kept. */
const KEPT = 20;

/** Another file for a medium that somebody saw in a version. */
export interface Replacement {
  readonly version: number;
  readonly filename: string;
  /** A file of this machine, which stays as it is. */
  readonly file: string;
}

const KIND_NAMES = {
  document: 'a document',
  table: 'a table or data',
  audio: 'a sound',
  video: 'a film',
  archive: 'an archive',
  image: 'a picture',
} as const;

/** @throws ProblemException where it is of another kind: whatever uses a picture counts on a picture */
function assertSameKind({ mime }: MediumRecord, given: Measured): void {
  const kind = fileKindOf(mime);
  if (kind === fileKindOf(given.mime)) return;
  const name = kind === undefined ? 'a file of its kind' : KIND_NAMES[kind];
  throw new ProblemException('invalid', `What uses this medium counts on ${name}. Replace it by such a one.`);
}

const sameFile = (name: string): ProblemException =>
  new ProblemException('in_use', `This very file is among the media already, as “${name}”.`);

const asEarlier = (record: MediumRecord, by: string): EarlierFile => ({
  filename: record.filename,
  mime: record.mime,
  extension: record.extension,
  bytes: record.bytes,
  width: record.width,
  height: record.height,
  sha256: record.sha256,
  variants: record.variants,
  revision: record.revision,
  placeholder: record.placeholder,
  colour: record.colour,
  seconds: record.seconds,
  pages: record.pages,
  title: record.title,
  poster: record.poster,
  replacedAt: new Date().toISOString(),
  replacedBy: by,
});

/** Makes a file that of a medium; the one it had is kept among the earlier ones. */
async function takeTurn(
  services: Services,
  person: PersonSummary,
  before: MediumRecord,
  version: number,
  { file, earlier }: { readonly file: MediumFile; readonly earlier: readonly EarlierFile[] },
): Promise<MediumRecord> {
  const kept = [asEarlier(before, person.name), ...earlier];
  let updated: MediumRecord | undefined;
  try {
    updated = await updateMedium(services.database, before.id, version, {
      ...file,
      earlier: kept.slice(0, KEPT),
    });
  } catch (error) {
    if (isConstraintViolation(error, 'medium_sha256_key')) throw sameFile(file.filename);
    throw error;
  }
  if (!updated) throw await changedMeanwhile(services, person, before.id);
  return updated;
}

/** Lets the files go that are no longer among the kept ones, and tells of the change. */
async function afterTurn(services: Services, updated: MediumRecord, before: MediumRecord): Promise<void> {
  const kept = new Set([updated.revision, ...updated.earlier.map(({ revision }) => revision)]);
  for (const gone of before.earlier.filter(({ revision }) => !kept.has(revision)))
    await removeFiles(services, before.id, gone);
  await services.events.publish({ kind: 'media' });
}

/** The first file lies in the folder of the medium itself, beside those of the others. */
async function removeFiles({ mediaStore }: Services, id: string, gone: EarlierFile): Promise<void> {
  if (gone.revision > 1) return mediaStore.remove(`${id}/${gone.revision}`);
  for (const path of pathsOf(gone)) await mediaStore.remove(`${id}/${path}`);
}

/**
 * Gives a medium another file. Whatever refers to it goes on doing so, and the addresses of the file before go on answering.
 * @throws ProblemException when it is of another kind or among the media already, or somebody else saved the medium meanwhile
 */
export async function replaceFile(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, filename, file }: Replacement,
): Promise<MediumRecord> {
  const { database, mediaStore: store, processing, jobs } = services;
  const before = await mediumOrRefuse(services, id);
  if (before.version !== version) throw await changedMeanwhile(services, person, id);
  const measured = await measure(processing, filename, file);
  assertSameKind(before, measured);
  const same = await mediumByHash(database, measured.sha256);
  if (same?.id === id) return before;
  if (same) throw sameFile(same.filename);
  const placed = { extension: measured.extension, revision: await nextNumber(services, id), poster: null };
  const { moves, ...facts } = measured;
  const making = { store, processing, lane: 'serve', id, placed, file } as const;
  const name = safeName(filename, `file.${measured.extension}`);
  let updated: MediumRecord;
  try {
    const variants = await keepFiles(making, measured);
    updated = await takeTurn(services, person, before, version, {
      file: { ...facts, ...placed, variants, filename: name },
      earlier: before.earlier,
    });
  } catch (error) {
    // Only what was surely not taken: after a lost connection nobody knows, and the file may be that of the medium by now.
    if (error instanceof ProblemException) await store.remove(`${id}/${placed.revision}`);
    throw error;
  }
  await afterTurn(services, updated, before);
  if (measured.mime.startsWith('image/') && !moves) await jobs.send(makeVariants, { medium: id });
  return updated;
}

function earlierOrRefuse({ earlier }: MediumRecord, revision: string): EarlierFile {
  const found = earlier.find((each) => String(each.revision) === revision);
  if (!found) throw new ProblemException('not_found', 'This earlier file is no longer kept.');
  return found;
}

/** Makes an earlier file that of the medium again. */
export async function restoreEarlier(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, revision }: { readonly version: number; readonly revision: string },
): Promise<MediumRecord> {
  const before = await mediumOrRefuse(services, id);
  const file = earlierOrRefuse(before, revision);
  const earlier = before.earlier.filter((each) => each.revision !== file.revision);
  const updated = await takeTurn(services, person, before, version, { file, earlier });
  await afterTurn(services, updated, before);
  // It may have been replaced before all of its smaller pictures were made.
  if (file.variants.length > 0) await services.jobs.send(makeVariants, { medium: id });
  return updated;
}

/** Lets an earlier file go for good: its addresses answer no more. */
export async function forgetEarlier(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, revision }: { readonly version: number; readonly revision: string },
): Promise<MediumRecord> {
  const before = await mediumOrRefuse(services, id);
  const gone = earlierOrRefuse(before, revision);
  const earlier = before.earlier.filter((each) => each.revision !== gone.revision);
  const updated = await updateMedium(services.database, id, version, { earlier });
  if (!updated) throw await changedMeanwhile(services, person, id);
  await removeFiles(services, id, gone);
  await services.events.publish({ kind: 'media' });
  return updated;
}
