import type { FoldersAnswer } from '@tovlet/core/contracts/studio';
import { asc, count, eq, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { medium, mediumFolder } from '../../db/schema';
import { ProblemException } from '../../http/problem';

/** Lists all folders by name, with how many media lie in each. */
export async function listFolders(database: Database): Promise<FoldersAnswer> {
  const { id, name, parentId: parent } = mediumFolder;
  const folders = await database
    .select({ id, name, parent })
    .from(mediumFolder)
    .orderBy(asc(sql`${name} COLLATE "und-x-icu"`), asc(id));
  const rows = await database
    .select({ folder: medium.folderId, media: count() })
    .from(medium)
    .groupBy(medium.folderId);
  const counts = new Map(rows.map(({ folder, media }) => [folder, media]));
  return {
    folders: folders.map((each) => ({ ...each, media: counts.get(each.id) ?? 0 })),
    none: counts.get(null) ?? 0,
    total: rows.reduce((sum, { media }) => sum + media, 0),
  };
}

/** The ids of a folder and of all folders in it. */
export const foldersWithin = (id: string): SQL => sql`
  WITH RECURSIVE within AS (
    SELECT ${mediumFolder.id} FROM ${mediumFolder} WHERE ${mediumFolder.id} = ${id}
    UNION SELECT below.id FROM ${mediumFolder} below JOIN within ON below.parent_id = within.id
  ) SELECT id FROM within`;

/** @returns the id of a folder that is there; null for none @throws ProblemException where it is gone */
export async function folderOrRefuse(database: Database, id: string | null): Promise<string | null> {
  if (id === null) return null;
  const [found] = await database
    .select({ id: mediumFolder.id })
    .from(mediumFolder)
    .where(eq(mediumFolder.id, id));
  if (found) return found.id;
  const message = 'This folder is no longer there. Choose another.';
  throw new ProblemException('invalid', message, [{ path: '/folder', message }]);
}
