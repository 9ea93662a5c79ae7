import { join } from 'node:path';
import { FolderStore } from './store/folder-store';
import type { S3Place } from './store/s3-store';
import { StartError } from '../start-error';
import type { MediaStore } from './store/media-store';
import { Uploads } from './uploads/uploads';

/** Where the files of a workspace lie, and those that are on their way. */
export interface FilePlaces {
  readonly mediaStore: MediaStore;
  readonly uploads: Uploads;
  /** Where backups lie. */
  readonly backupFolder: string;
}

/**
 * Keeps the files of a workspace in an S3-compatible store; those on their way lie on this machine.
 * @param folder the folder of its data
 * @throws StartError where the store does not let itself be opened
 */
export async function filesInS3(place: S3Place, folder: string): Promise<FilePlaces> {
  // Most workspaces have none: what speaks to it is loaded where it is wanted.
  const { S3Store } = await import('./store/s3-store');
  const mediaStore = new S3Store(place);
  try {
    await mediaStore.check();
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    throw new StartError(`The store of media “${place.bucket}” cannot be opened: ${why}`);
  }
  return { ...filesIn(folder), mediaStore };
}

/**
 * Keeps the files of a workspace in a folder of this machine.
 * @param folder the folder of its data
 */
export const filesIn = (folder: string): FilePlaces => ({
  mediaStore: new FolderStore(join(folder, 'media')),
  uploads: new Uploads(join(folder, 'uploads')),
  backupFolder: join(folder, 'backups'),
});
