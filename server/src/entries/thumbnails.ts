import { maySee, type Audience } from '@tovlet/core/access/audience';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import type { CompiledField, CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { namedBy } from '@tovlet/core/values/references';
import { and, eq, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entry, entryLink, medium } from '../db/schema';
import { thumbnailOf } from '../files/addresses';

const isPicture = ({ type }: CompiledField): boolean => type.kind === 'image' || type.kind === 'gallery';

/** The field whose picture stands for entries of a type: the first that somebody may see; undefined for none. */
const pictureField = ({ fields }: CompiledType, audience: Audience): CompiledField | undefined =>
  fields.find((field) => isPicture(field) && maySee(audience, field));

/** The first medium that entries of a type have in a field, where it shows. @returns its id by the ids of the entries */
async function firstMedia(
  database: Database,
  field: CompiledField,
  ids: readonly string[],
): Promise<readonly (readonly [entry: string, medium: string])[]> {
  const rows = await database
    .select({ id: entry.id, value: sql<string | readonly string[] | null>`${entry.values} -> ${field.id}` })
    .from(entry)
    .where(
      and(
        anyOf(entry.id, ids),
        sql`EXISTS (SELECT 1 FROM ${entryLink} WHERE ${and(eq(entryLink.entryId, entry.id), eq(entryLink.fieldId, field.id), entryLink.shown)})`,
      ),
    );
  return rows.flatMap(({ id, value }) => {
    const [first] = value === null ? [] : namedBy(field, value);
    return first ? [[id, first.id] as const] : [];
  });
}

/**
 * Adds to entries a small picture of each, where its type has pictures that somebody may see.
 * @param found entries without
 */
export async function withThumbnails(
  database: Database,
  model: CompiledModel,
  audience: Audience,
  found: readonly Omit<FoundEntry, 'thumbnail'>[],
): Promise<readonly FoundEntry[]> {
  const mediumOf = new Map<string, string>();
  for (const typeId of new Set(found.map((each) => each.typeId))) {
    const type = model.typeById.get(typeId);
    const field = type && pictureField(type, audience);
    const ids = found.filter((each) => each.typeId === typeId).map(({ id }) => id);
    for (const [id, first] of field ? await firstMedia(database, field, ids) : []) mediumOf.set(id, first);
  }
  const media = [...new Set(mediumOf.values())];
  const records = media.length > 0 ? await database.select().from(medium).where(anyOf(medium.id, media)) : [];
  const thumbnails = new Map(records.map((record) => [record.id, thumbnailOf(record.id, record)]));
  return found.map((each) => ({ ...each, thumbnail: thumbnails.get(mediumOf.get(each.id) ?? '') ?? null }));
}
