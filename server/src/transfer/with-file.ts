import { ProblemException } from '../http/problem';
import type { Services } from '../services';

/** Where the file of an import lies in the store of files. */
export const placeOfFile = (id: string): string => `imports/${id}`;

const pathOfFile = (id: string): string => `${placeOfFile(id)}/source`;

/** Keeps the file of an import. @param file a file of this machine, which stays as it is */
export const keepFile = (
  { mediaStore }: Pick<Services, 'mediaStore'>,
  id: string,
  file: string,
): Promise<void> => mediaStore.write(pathOfFile(id), file);

/**
 * Lets the file of an import be read.
 * @param use gets its path on this machine
 * @throws ProblemException where it is gone
 */
export async function withFile<Result>(
  { mediaStore }: Pick<Services, 'mediaStore'>,
  id: string,
  use: (file: string) => Promise<Result>,
): Promise<Result> {
  const done = await mediaStore.borrow(pathOfFile(id), async (file) => ({ result: await use(file) }));
  if (!done)
    throw new ProblemException('not_found', 'The file of this import is no longer there. Bring it again.');
  return done.result;
}
