import { and, eq } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entry, oldSlug } from '../../db/schema';

/**
 * Finds where the page of an entry went that had another slug.
 * @returns the slug of now; null where no published entry of the type ever had it
 */
export async function movedFrom(database: Database, typeId: string, slug: string): Promise<string | null> {
  const [found] = await database
    .select({ slug: entry.slug })
    .from(oldSlug)
    .innerJoin(entry, eq(entry.id, oldSlug.entryId))
    .where(and(eq(oldSlug.typeId, typeId), eq(oldSlug.slug, slug), eq(entry.status, 'published')));
  return found?.slug ?? null;
}
