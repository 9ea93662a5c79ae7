import type { TermAnswer } from '@tovlet/core/contracts/studio';
import { and, countDistinct, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entryLink, term, termAncestor, type TermRecord } from '../db/schema';

/** Lists the terms of a taxonomy, or of all, in their order among siblings, with how many entries have each. */
export function listTerms(database: Database, taxonomy: string | null): Promise<readonly TermAnswer[]> {
  const used = database
    .select({ termId: entryLink.targetId, entries: countDistinct(entryLink.entryId).as('entries') })
    .from(entryLink)
    .where(eq(entryLink.kind, 'term'))
    .groupBy(entryLink.targetId)
    .as('used');
  const { id, taxonomyId, parentId: parent, slug, label, position, version, values } = term;
  const entries = sql<number>`coalesce(${used.entries}, 0)::int`;
  return database
    .select({ id, taxonomy: taxonomyId, parent, slug, label, position, version, values, entries })
    .from(term)
    .leftJoin(used, eq(used.termId, term.id))
    .where(taxonomy === null ? undefined : eq(taxonomyId, taxonomy))
    .orderBy(taxonomyId, position, id);
}

/** Finds a term; undefined where there is none. */
export async function termById(database: Database, id: string): Promise<TermRecord | undefined> {
  const [found] = await database.select().from(term).where(eq(term.id, id));
  return found;
}

/**
 * Writes a new term.
 * @throws an error for the constraint `term_slug` when its slug is taken
 */
export async function insertTerm(
  database: Database,
  record: typeof term.$inferInsert,
): Promise<TermRecord | undefined> {
  const [created] = await database.insert(term).values(record).returning();
  return created;
}

/** Writes a term when it still has the version the caller saw; undefined when it has another. */
export async function updateTerm(
  database: Database,
  id: string,
  version: number,
  changes: Partial<Pick<TermRecord, 'label' | 'slug' | 'values' | 'parentId'>>,
): Promise<TermRecord | undefined> {
  const [updated] = await database
    .update(term)
    .set({ ...changes, version: version + 1 })
    .where(and(eq(term.id, id), eq(term.version, version)))
    .returning();
  return updated;
}

/** Sets the order of the terms below one, from the first. */
export async function setOrder(database: Database, ids: readonly string[]): Promise<void> {
  // Drizzle's `update … from` takes tables only.
  await database.execute(sql`
    UPDATE term SET position = given.position FROM (
      SELECT value AS id, ordinality::int AS position
      FROM jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb) WITH ORDINALITY
    ) AS given WHERE term.id = given.id`);
}

/**
 * Writes which terms stand above which, after the trees have changed: of one taxonomy, or of all.
 * @param taxonomy the taxonomy's id; null for all
 */
export async function writeAncestry(database: Database, taxonomy: string | null): Promise<void> {
  const concerned = taxonomy === null ? sql`true` : sql`${term.taxonomyId} = ${taxonomy}`;
  await database
    .delete(termAncestor)
    .where(sql`${termAncestor.termId} IN (SELECT ${term.id} FROM ${term} WHERE ${concerned})`);
  // UNION, not UNION ALL: a tree that runs in a circle ends all the same.
  await database.execute(sql`
    INSERT INTO term_ancestor (term_id, ancestor_id)
    WITH RECURSIVE up AS (
      SELECT id AS term_id, id AS ancestor_id FROM ${term} WHERE ${concerned}
      UNION
      SELECT up.term_id, above.parent_id FROM up JOIN ${term} AS above ON above.id = up.ancestor_id
      WHERE above.parent_id IS NOT NULL
    )
    SELECT term_id, ancestor_id FROM up`);
}

/** Lists the slugs of a taxonomy's terms. */
export async function termSlugs(database: Database, taxonomy: string): Promise<readonly string[]> {
  const rows = await database.select({ slug: term.slug }).from(term).where(eq(term.taxonomyId, taxonomy));
  return rows.map(({ slug }) => slug);
}

/** Deletes a term; those below it lose their parent. @returns the term as it was; undefined where there is none */
export async function deleteTerm(database: Database, id: string): Promise<TermRecord | undefined> {
  const [deleted] = await database.delete(term).where(eq(term.id, id)).returning();
  return deleted;
}
