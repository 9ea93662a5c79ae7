import { join } from 'node:path';
import type { PersonSummary, PictureEdit } from '@tovlet/core/contracts/studio';
import type { MediumRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { mediumOrRefuse } from './describe';
import { replaceFile } from './replace';
import { withTemporaryFolder } from '../files/store/temporary-file';
import { originalPath } from '../files/variants';

/**
 * Turns and cuts a picture. What comes of it is another file of the medium, and the one before is kept among the earlier ones.
 * @throws ProblemException when it is no picture, or somebody else saved the medium meanwhile
 */
export async function editPicture(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, turn, cut }: PictureEdit & { readonly version: number },
): Promise<MediumRecord> {
  const before = await mediumOrRefuse(services, id);
  if (!before.mime.startsWith('image/'))
    throw new ProblemException('invalid', 'Only pictures are turned and cut.');
  if (turn === 0 && cut === null) return before;
  const edited = await services.mediaStore.borrow(`${id}/${originalPath(before)}`, (file) =>
    withTemporaryFolder(async (folder) => {
      const output = join(folder, `edited.${before.extension}`);
      await services.processing.run('edit_picture', { file, output, turn, cut });
      return replaceFile(services, person, id, { version, filename: before.filename, file: output });
    }),
  );
  if (!edited) throw new ProblemException('not_found', 'The file of this picture is no longer there.');
  return edited;
}
