import { hasListPage, listAddress, pageAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { and, desc, eq } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { entry, oldAddress, oldSlug } from '../../db/schema';

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

/**
 * Finds where pages of a type went that had another address.
 * @param path of the site, as it was asked for
 * @returns the address of now; null where no type ever had it
 */
export async function movedTo(
  database: Database,
  model: CompiledModel,
  path: string,
): Promise<string | null> {
  const known = await database.select().from(oldAddress).orderBy(desc(oldAddress.at));
  for (const { address, typeId } of known) {
    const type = model.typeById.get(typeId)?.contentType;
    const before = SITE_ROOT + address.replace('{slug}', '');
    if (!type?.features.page || !path.startsWith(before)) continue;
    const slug = path.slice(before.length);
    if (slug.includes('/')) continue;
    if (slug !== '') return pageAddress(type, slug);
    if (hasListPage(type)) return listAddress(type);
  }
  return null;
}
