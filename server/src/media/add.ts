import { newId } from '@tovlet/core/ids';
import type { MediumRecord } from '../db/schema';
import { makeVariants } from '../jobs/make_variants/make-variants';
import type { Services } from '../services';
import { folderOrRefuse } from './folders/queries';
import { measure } from '../files/measure';
import { insertMedium, mediumByHash } from './queries';
import { restoreSameFile } from './removal';
import { safeName } from '../files/safe-name';
import { keepFiles } from '../files/variants';

/** A file that comes. */
export interface GivenFile {
  readonly filename: string;
  /** A file of this machine, which stays as it is. */
  readonly file: string;
  readonly alt?: string;
  /** The id of the folder it comes into. */
  readonly folder?: string | null;
}

/** What became of it. */
export interface Added {
  readonly medium: MediumRecord;
  /** Whether the very same file was among the media already, or in the bin. */
  readonly known: boolean;
}

type Needed = Pick<Services, 'database' | 'mediaStore' | 'processing' | 'events' | 'jobs'>;

/**
 * Takes an uploaded file among the media.
 * @returns the new medium, or the one that holds the very same file already, also one that was deleted
 * @throws ProblemException when it is not of a kind that is taken, or its folder is gone
 */
export async function addMedium(services: Needed, given: GivenFile): Promise<Added> {
  const { database, mediaStore: store, processing, events, jobs } = services;
  const { filename, file, alt = '', folder = null } = given;
  const folderId = await folderOrRefuse(database, folder);
  const measured = await measure(processing, filename, file);
  const { sha256 } = measured;
  const known = (await mediumByHash(database, sha256)) ?? (await restoreSameFile(database, sha256));
  if (known) {
    for (const kind of ['media', 'bin'] as const) await events.publish({ kind });
    return { medium: known, known: true };
  }
  const id = newId('m');
  const { moves, ...facts } = measured;
  const placed = { extension: measured.extension, revision: 1, poster: null };
  const making = { store, processing, lane: 'serve', id, placed, file } as const;
  const name = safeName(filename, `file.${measured.extension}`);
  const variants = await keepFiles(making, measured).catch(async (error: unknown) => {
    await store.remove(id);
    throw error;
  });
  const medium = await insertMedium(database, { id, filename: name, alt, folderId, variants, ...facts });
  // Of the same file, come twice at the same time, one is kept.
  if (medium.id !== id) await store.remove(id);
  await events.publish({ kind: 'media' });
  if (measured.mime.startsWith('image/') && !moves) await jobs.send(makeVariants, { medium: medium.id });
  return { medium, known: medium.id !== id };
}
