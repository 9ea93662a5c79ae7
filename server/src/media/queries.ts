import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { and, desc, eq, or, ilike, like, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { medium, type MediumRecord } from '../db/schema';
import { filePath } from './variants';

/** Takes out of stored values what somebody may not see. */
export type SeenValues = (values: JsonObject) => JsonObject;

/** A page of the media; of one kind, such as pictures, where that is wanted. */
export interface MediaQuery {
  readonly search: string;
  readonly kind?: 'image' | undefined;
  readonly limit: number;
  readonly offset: number;
}

const addressOf = ({ id, extension }: MediumRecord, width: number | null): string =>
  `/media/${filePath(id, extension, width)}`;

const variantsOf = (record: MediumRecord) =>
  record.variants.map(({ width, height }) => ({ url: addressOf(record, width), width, height }));

/** A medium as pages and programs get it. */
export function presentMedium(record: MediumRecord): JsonObject {
  const { id, alt, width, height, filename, mime, bytes } = record;
  const url = addressOf(record, null);
  return { id, url, alt, width, height, variants: variantsOf(record), filename, mime, bytes };
}

/** A medium as the workbench gets it. @param seen takes out of its values what may not be seen */
export function mediumAnswer(record: MediumRecord, seen: SeenValues): MediumAnswer {
  const { id, filename, mime, bytes, width, height, alt, createdAt, version, values } = record;
  return {
    id,
    filename,
    mime,
    bytes,
    width,
    height,
    alt,
    createdAt,
    version,
    values: seen(values),
    url: addressOf(record, null),
    variants: variantsOf(record),
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

/** Whether a medium is there, and not in the bin. */
export async function isMedium(database: Database, id: string): Promise<boolean> {
  const found = await database.select({ id: medium.id }).from(medium).where(eq(medium.id, id));
  return found.length > 0;
}

/** Finds the medium that holds the very same file. */
export async function mediumByHash(database: Database, sha256: string): Promise<MediumRecord | undefined> {
  const [found] = await database.select().from(medium).where(eq(medium.sha256, sha256));
  return found;
}

/** Stores a medium; a file that is there already answers the medium it belongs to. */
export async function insertMedium(
  database: Database,
  record: typeof medium.$inferInsert,
): Promise<MediumRecord> {
  const [created] = await database
    .insert(medium)
    .values(record)
    .onConflictDoUpdate({ target: medium.sha256, set: { sha256: record.sha256 } })
    .returning();
  if (!created) throw new Error('The medium was not inserted');
  return created;
}

/** Lists a page of the media whose names or alternative texts hold some words, the newest first. */
export async function listMedia(
  database: Database,
  { search, kind, limit, offset }: MediaQuery,
  seen: SeenValues,
): Promise<{ items: readonly MediumAnswer[]; total: number }> {
  const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  const where = and(
    search === '' ? undefined : or(ilike(medium.alt, pattern), ilike(medium.filename, pattern)),
    kind === undefined ? undefined : like(medium.mime, `${kind}/%`),
  );
  const rows = await database
    .select()
    .from(medium)
    .where(where)
    .orderBy(desc(medium.createdAt), medium.id)
    .limit(limit)
    .offset(offset);
  const [count] = await database
    .select({ total: sql<number>`count(*)::int` })
    .from(medium)
    .where(where);
  return { items: rows.map((row) => mediumAnswer(row, seen)), total: count?.total ?? 0 };
}

/** Writes a medium when it still has the version the caller saw; undefined when it has another. */
export async function updateMedium(
  database: Database,
  id: string,
  version: number,
  changes: Partial<Pick<MediumRecord, 'alt' | 'values'>>,
): Promise<MediumRecord | undefined> {
  const [updated] = await database
    .update(medium)
    .set({ ...changes, version: version + 1 })
    .where(and(eq(medium.id, id), eq(medium.version, version)))
    .returning();
  return updated;
}
