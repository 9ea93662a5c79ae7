import type { FolderSave, FoldersAnswer } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import { eq, sql } from 'drizzle-orm';
import { isConstraintViolation } from '../../db/constraint-violation';
import { selectRows, type Database } from '../../db/connect';
import { medium, mediumFolder } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { folderOrRefuse, foldersWithin, listFolders } from './queries';

const taken = (name: string): ProblemException => {
  const message = `There is a folder “${name}” here already. Choose another name.`;
  return new ProblemException('invalid', message, [{ path: '/name', message }]);
};

const gone = (): ProblemException => new ProblemException('not_found', 'This folder is no longer there.');

/** Does something with the folders, one after the other: two moves at once could make a ring. */
async function changing(
  { database, events }: Services,
  name: string,
  change: (transaction: Database) => Promise<void>,
): Promise<FoldersAnswer> {
  try {
    await database.transaction(async (transaction) => {
      await transaction.execute(sql`LOCK TABLE ${mediumFolder} IN SHARE ROW EXCLUSIVE MODE`);
      await change(transaction);
    });
  } catch (error) {
    if (isConstraintViolation(error, 'medium_folder_name')) throw taken(name);
    throw error;
  }
  await events.publish({ kind: 'media' });
  return listFolders(database);
}

/** Makes a folder. @throws ProblemException where another beside it has the name */
export function addFolder(services: Services, { name, parent = null }: FolderSave): Promise<FoldersAnswer> {
  return changing(services, name, async (transaction) => {
    const parentId = await folderOrRefuse(transaction, parent);
    await transaction.insert(mediumFolder).values({ id: newId('d'), name, parentId });
  });
}

/** Names a folder anew, or puts it into another. @throws ProblemException where it would lie in itself */
export function changeFolder(
  services: Services,
  id: string,
  { name, parent = null }: FolderSave,
): Promise<FoldersAnswer> {
  return changing(services, name, async (transaction) => {
    const parentId = await folderOrRefuse(transaction, parent);
    const below = await selectRows<{ id: string }>(transaction, foldersWithin(id));
    if (below.some((each) => each.id === parentId)) {
      const message = 'A folder cannot lie in itself. Choose another place.';
      throw new ProblemException('invalid', message, [{ path: '/parent', message }]);
    }
    const changed = await transaction
      .update(mediumFolder)
      .set({ name, parentId })
      .where(eq(mediumFolder.id, id))
      .returning({ id: mediumFolder.id });
    if (changed.length === 0) throw gone();
  });
}

/** Takes a folder away. What lies in it lies in the folder above it afterwards: no file is lost. */
export function removeFolder(services: Services, id: string): Promise<FoldersAnswer> {
  return changing(services, '', async (transaction) => {
    const [found] = await transaction
      .select({ parentId: mediumFolder.parentId })
      .from(mediumFolder)
      .where(eq(mediumFolder.id, id));
    if (!found) throw gone();
    const { parentId } = found;
    await transaction.update(medium).set({ folderId: parentId }).where(eq(medium.folderId, id));
    await raiseFolders(transaction, id, parentId);
    await transaction.delete(mediumFolder).where(eq(mediumFolder.id, id));
  });
}

/** Puts the folders in one beside it; one whose name is taken there is told apart by a number. */
async function raiseFolders(transaction: Database, id: string, parentId: string | null): Promise<void> {
  const { folders } = await listFolders(transaction);
  const names = new Set(
    folders.filter(({ parent }) => parent === parentId).map(({ name }) => name.toLowerCase()),
  );
  for (const { id: raised, name } of folders.filter(({ parent }) => parent === id)) {
    let free = name;
    for (let number = 2; names.has(free.toLowerCase()); number += 1) free = `${name} ${number}`;
    names.add(free.toLowerCase());
    await transaction.update(mediumFolder).set({ name: free, parentId }).where(eq(mediumFolder.id, raised));
  }
}
