import type { Audience } from '@tovlet/core/access/audience';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import { and, desc, eq, like, or, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, type EntryRecord } from '../db/schema';
import { foundByWords } from './found-by-words';

/** Finds an entry; undefined where there is none. */
export async function entryById(database: Database, id: string): Promise<EntryRecord | undefined> {
  const [found] = await database.select().from(entry).where(eq(entry.id, id));
  return found;
}

/** Finds an entry and holds it: whoever else wants to write to it waits; undefined where there is none. */
export async function lockedEntry(transaction: Database, id: string): Promise<EntryRecord | undefined> {
  const [found] = await transaction.select().from(entry).where(eq(entry.id, id)).for('update');
  return found;
}

/** Finds entries by their ids; those that are gone are left out. */
export function entriesById(database: Database, ids: readonly string[]): Promise<readonly EntryRecord[]> {
  return database.select().from(entry).where(anyOf(entry.id, ids));
}

/**
 * Writes a new entry.
 * @throws an error for the constraint `entry_slug` when its slug is taken
 */
export async function insertEntry(
  database: Database,
  values: typeof entry.$inferInsert,
): Promise<EntryRecord> {
  const [created] = await database.insert(entry).values(values).returning();
  if (!created) throw new Error('The entry was not inserted');
  return created;
}

/** Writes an entry when it still has the version the caller saw; undefined when it has another. */
export async function updateEntry(
  database: Database,
  id: string,
  version: number,
  changes: Pick<
    EntryRecord,
    'title' | 'slug' | 'status' | 'values' | 'parentId' | 'templateId' | 'updatedBy'
  >,
): Promise<EntryRecord | undefined> {
  const [updated] = await database
    .update(entry)
    .set({
      ...changes,
      version: version + 1,
      updatedAt: sql`now()`,
      publishedAt: changes.status === 'published' ? sql`coalesce(${entry.publishedAt}, now())` : null,
    })
    .where(and(eq(entry.id, id), eq(entry.version, version)))
    .returning();
  return updated;
}

/** Lists the slugs of a type that begin like a given one. */
export async function slugsLike(
  database: Database,
  typeId: string,
  slug: string,
): Promise<readonly string[]> {
  const rows = await database
    .select({ slug: entry.slug })
    .from(entry)
    .where(and(eq(entry.typeId, typeId), or(eq(entry.slug, slug), like(entry.slug, `${slug}-%`))))
    .limit(1000);
  return rows.map((row) => row.slug);
}

/** What an entry is called. */
export type TitledEntry = Omit<FoundEntry, 'thumbnail'>;

/**
 * Finds entries by what is typed, those whose titles are the nearest to it first.
 * @param search words; the entries changed last where there are none
 * @param typeIds the types to look among; none means all
 * @throws ProblemException for too many words
 */
export async function searchTitles(
  database: Database,
  search: string,
  typeIds: readonly string[],
  audience: Audience,
  limit: number,
): Promise<readonly TitledEntry[]> {
  const { id, typeId, title, status } = entry;
  const { fits } = await foundByWords(database, search, { id, title }, typeIds, audience);
  const order = search === '' ? [desc(entry.updatedAt)] : [sql`similarity(${title}, ${search}) DESC`, title];
  return database
    .select({ id, typeId, title, status })
    .from(entry)
    .where(and(fits, typeIds.length === 0 ? undefined : anyOf(typeId, typeIds)))
    .orderBy(...order)
    .limit(limit);
}

/** Finds what entries are called by their ids. */
export function titlesOf(database: Database, ids: readonly string[]): Promise<readonly TitledEntry[]> {
  const { id, typeId, title, status } = entry;
  return database.select({ id, typeId, title, status }).from(entry).where(anyOf(id, ids));
}
