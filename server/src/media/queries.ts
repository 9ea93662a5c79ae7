import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { and, eq, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { medium, mediumFolder, type MediumFile, type MediumRecord } from '../db/schema';
import { addressOf, thumbnailOf, variantsOf } from '../files/addresses';

/** Takes out of stored values what somebody may not see. */
export type SeenValues = (values: JsonObject) => JsonObject;

/** A medium as pages and programs get it. */
export function presentMedium(record: MediumRecord): JsonObject {
  const { id, alt, width, height, filename, mime, bytes, focus, placeholder, colour } = record;
  const { seconds, pages, title } = record;
  return {
    ...{ id, url: addressOf(id, record), alt, width, height, variants: variantsOf(id, record) },
    ...{ focus_x: focus?.x ?? 0.5, focus_y: focus?.y ?? 0.5, placeholder, colour },
    ...{ filename, mime, bytes, seconds, pages, title },
  };
}

/** A medium as the workbench gets it. @param seen takes out of its values what may not be seen */
export function mediumAnswer(record: MediumRecord, seen: SeenValues): MediumAnswer {
  const { id, filename, mime, bytes, width, height, alt, createdAt, version, values } = record;
  const { focus, placeholder, folderId, seconds, pages, title, earlier } = record;
  return {
    ...{ id, filename, mime, bytes, width, height, alt, createdAt, version },
    ...{ focus, placeholder, folder: folderId, seconds, pages, title },
    values: seen(values),
    url: addressOf(id, record),
    variants: variantsOf(id, record),
    earlier: earlier.map((file) => ({
      revision: file.revision,
      filename: file.filename,
      bytes: file.bytes,
      width: file.width,
      height: file.height,
      url: addressOf(id, file),
      thumbnail: thumbnailOf(id, file),
      replacedAt: file.replacedAt,
      replacedBy: file.replacedBy,
    })),
  };
}

/** Reads and presents media by id, all in one statement. */
export async function presentedMedia(
  database: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, JsonObject>> {
  if (ids.length === 0) return new Map();
  const rows = await database.select().from(medium).where(anyOf(medium.id, ids));
  return new Map(rows.map((row) => [row.id, presentMedium(row)]));
}

/** Finds a medium; undefined where there is none. */
export async function mediumById(database: Database, id: string): Promise<MediumRecord | undefined> {
  const [found] = await database.select().from(medium).where(eq(medium.id, id));
  return found;
}

/** Finds the medium that holds the very same file. */
export async function mediumByHash(database: Database, sha256: string): Promise<MediumRecord | undefined> {
  const [found] = await database.select().from(medium).where(eq(medium.sha256, sha256));
  return found;
}

/** Stores a medium; a file that is there already answers the medium it belongs to, a folder that is gone is left out. */
export async function insertMedium(
  database: Database,
  record: typeof medium.$inferInsert,
): Promise<MediumRecord> {
  const { folderId = null } = record;
  const folder =
    folderId &&
    sql<string>`(SELECT ${mediumFolder.id} FROM ${mediumFolder} WHERE ${mediumFolder.id} = ${folderId})`;
  const [created] = await database
    .insert(medium)
    .values({ ...record, folderId: folder })
    .onConflictDoUpdate({ target: medium.sha256, set: { sha256: record.sha256 } })
    .returning();
  if (!created) throw new Error('The medium was not inserted');
  return created;
}

/** What can be written of a medium. */
type MediumChanges = Partial<
  Pick<MediumRecord, 'alt' | 'values' | 'focus' | 'folderId' | 'earlier' | keyof MediumFile>
>;

/** Writes a medium when it still has the version the caller saw; undefined when it has another. */
export async function updateMedium(
  database: Database,
  id: string,
  version: number,
  changes: MediumChanges,
): Promise<MediumRecord | undefined> {
  const [updated] = await database
    .update(medium)
    .set({ ...changes, version: version + 1, updatedAt: sql`now()` })
    .where(and(eq(medium.id, id), eq(medium.version, version)))
    .returning();
  return updated;
}
