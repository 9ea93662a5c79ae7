import type { HistoryAnswer, HistoryQuery, RevisionSummary } from '@tovlet/core/contracts/studio';
import { invariant } from '@tovlet/core/invariant';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import { modelDocumentSchema, type ModelDocument } from '@tovlet/core/model/document';
import { and, asc, desc, eq, gt, isNotNull, lt, lte, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry, modelRevision, workspace } from '../db/schema';

/** Reads the current model, and locks it for a change where that is asked for. */
export async function currentModel(
  database: Database,
  lock = false,
): Promise<{ readonly revision: number; readonly document: ModelDocument }> {
  const query = database
    .select({ revision: workspace.modelRevision, document: workspace.model })
    .from(workspace);
  const [row] = await (lock ? query.for('update') : query);
  invariant(row, 'the workspace has its one row');
  // A model that was saved by an earlier version gets what it lacks.
  return { revision: row.revision, document: modelDocumentSchema.parse(row.document) };
}

/** A snapshot of the whole model is kept with each revision whose number divides by this. */
const SNAPSHOT_EVERY = 20;

/** Writes a new revision of the model. */
export async function writeRevision(
  database: Database,
  revision: number,
  document: ModelDocument,
  changes: readonly ModelChange[],
  summary: string,
  authorName: string,
): Promise<void> {
  await database.update(workspace).set({ modelRevision: revision, model: document });
  const snapshot = revision % SNAPSHOT_EVERY === 1 ? document : null;
  await database.insert(modelRevision).values({ revision, changes, summary, authorName, snapshot });
}

/** Reads what was changed after a revision, oldest first. */
export async function revisionsAfter(
  database: Database,
  revision: number,
): Promise<
  readonly {
    readonly revision: number;
    readonly changes: readonly ModelChange[];
    readonly authorName: string;
    readonly createdAt: string;
  }[]
> {
  return database
    .select({
      revision: modelRevision.revision,
      changes: modelRevision.changes,
      authorName: modelRevision.authorName,
      createdAt: modelRevision.createdAt,
    })
    .from(modelRevision)
    .where(gt(modelRevision.revision, revision))
    .orderBy(asc(modelRevision.revision));
}

/** Reads one step of the history, with its changes. */
export async function revisionOf(
  database: Database,
  revision: number,
): Promise<(RevisionSummary & { readonly changes: readonly ModelChange[] }) | undefined> {
  const [found] = await database
    .select({
      revision: modelRevision.revision,
      summary: modelRevision.summary,
      author: modelRevision.authorName,
      createdAt: sql<string>`${modelRevision.createdAt}`,
      changes: modelRevision.changes,
    })
    .from(modelRevision)
    .where(eq(modelRevision.revision, revision));
  return found;
}

/** Reads the last snapshot of the whole model at a revision or before it; none when there is no such revision. */
export async function snapshotBefore(
  database: Database,
  revision: number,
): Promise<{ readonly revision: number; readonly document: ModelDocument } | null> {
  if (!(await revisionOf(database, revision))) return null;
  const [found] = await database
    .select({ revision: modelRevision.revision, document: modelRevision.snapshot })
    .from(modelRevision)
    .where(and(lte(modelRevision.revision, revision), isNotNull(modelRevision.snapshot)))
    .orderBy(desc(modelRevision.revision))
    .limit(1);
  return found?.document ? { revision: found.revision, document: found.document } : null;
}

/** Reads the steps after one revision up to another, oldest first. */
export async function revisionsBetween(
  database: Database,
  after: number,
  upTo: number,
): Promise<readonly { readonly changes: readonly ModelChange[] }[]> {
  return database
    .select({ changes: modelRevision.changes })
    .from(modelRevision)
    .where(and(gt(modelRevision.revision, after), lte(modelRevision.revision, upTo)))
    .orderBy(asc(modelRevision.revision));
}

/** The revisions that concern a group: changes of it, and of the fields that it has or ever had. */
const concerning = (groupId: string): SQL => sql`
  WITH change AS (
    SELECT revision, each FROM model_revision, jsonb_array_elements(changes) AS each
  ), had AS (
    SELECT jsonb_path_query(each -> 'field', '$.**.id') #>> '{}' AS id FROM change WHERE each ->> 'group' = ${groupId}
    UNION
    SELECT jsonb_path_query(each -> 'group' -> 'fields', '$.**.id') #>> '{}' FROM change
      WHERE each -> 'group' ->> 'id' = ${groupId}
    UNION
    SELECT jsonb_path_query(snapshot, '$.groups[*] ? (@.id == $group).fields.**.id', ${JSON.stringify({ group: groupId })}::jsonb) #>> '{}'
      FROM model_revision WHERE snapshot IS NOT NULL
  )
  SELECT revision FROM change
  WHERE each ->> 'group' = ${groupId} OR each -> 'group' ->> 'id' = ${groupId} OR each ->> 'field' IN (SELECT id FROM had)`;

/**
 * Lists steps of the history, the newest first.
 * Of the query, `before` leaves out newer ones and `group` those that do not concern it.
 * @param limit so many at most
 */
export async function latestRevisions(
  database: Database,
  { before, group }: HistoryQuery,
  limit: number,
): Promise<HistoryAnswer> {
  const found = await database
    .select({
      revision: modelRevision.revision,
      summary: modelRevision.summary,
      author: modelRevision.authorName,
      createdAt: sql<string>`${modelRevision.createdAt}`,
    })
    .from(modelRevision)
    .where(
      and(
        before === undefined ? undefined : lt(modelRevision.revision, before),
        group === undefined ? undefined : sql`${modelRevision.revision} IN (${concerning(group)})`,
      ),
    )
    .orderBy(desc(modelRevision.revision))
    .limit(limit + 1);
  return { revisions: found.slice(0, limit), more: found.length > limit };
}

/** Finds the entry of a type with a slug. */
export async function entryBySlug(
  database: Database,
  typeId: string,
  slug: string,
): Promise<{ readonly title: string } | undefined> {
  const [found] = await database
    .select({ title: entry.title })
    .from(entry)
    .where(and(eq(entry.typeId, typeId), eq(entry.slug, slug)));
  return found;
}
