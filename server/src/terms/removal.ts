import type { PersonSummary, TermAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { removedTerm, term, type TermRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { assertUnlike, subjectOrRefuse, termOrRefuse, withSlug } from './fits';
import { deleteTerm, insertTerm, listTerms } from './queries';
import { termsFor } from './service';
import { putBackInEntries, replaceInEntries } from './term-values';
import { afterTreeChange, changingTree } from './tree';

/** Puts the terms below one where that one stood. */
async function raiseChildren(database: Database, gone: TermRecord, to: string | null): Promise<void> {
  await database.update(term).set({ parentId: to }).where(eq(term.parentId, gone.id));
}

/** Takes a term away, with a note by which it can be brought back. */
async function takeAway(
  database: Database,
  model: CompiledModel,
  gone: TermRecord,
  into: string | null,
): Promise<void> {
  const { id } = gone;
  const terms = await listTerms(database, gone.taxonomyId);
  const children = terms.filter(({ parent }) => parent === id).map((each) => each.id);
  const entries = await replaceInEntries(database, model, id, into);
  await raiseChildren(database, gone, into ?? gone.parentId);
  await deleteTerm(database, id);
  const note = { record: gone, children, entries };
  await database
    .insert(removedTerm)
    .values({ id, ...note })
    .onConflictDoUpdate({ target: removedTerm.id, set: { ...note, createdAt: sql`now()` } });
}

/**
 * Merges a term into another one of its taxonomy: entries that had it have the other, and what stood below it stands below
 * the other.
 */
export async function mergeTerm(
  services: Services,
  { role }: PersonSummary,
  id: string,
  into: string,
): Promise<readonly TermAnswer[]> {
  const { database, models } = services;
  const [gone, kept] = [await termOrRefuse(database, id), await termOrRefuse(database, into)];
  if (gone.id === kept.id || gone.taxonomyId !== kept.taxonomyId)
    throw new ProblemException('invalid', 'A term is merged into another one of the same taxonomy.');
  await models.withModelLocked((transaction, model) =>
    changingTree(transaction, gone.taxonomyId, async () => {
      const terms = await listTerms(transaction, gone.taxonomyId);
      const parents = new Map(terms.map((each) => [each.id, each.parent]));
      for (let each = parents.get(into); each; each = parents.get(each)) {
        if (each === id) throw new ProblemException('invalid', 'A term cannot be merged into one below it.');
      }
      await takeAway(transaction, model, gone, into);
    }),
  );
  await afterTreeChange(services, gone.taxonomyId);
  return termsFor(services, gone.taxonomyId, role);
}

/** Removes a term: entries that had it have it no more, and what stood below it moves up. */
export async function removeTerm(
  services: Services,
  { role }: PersonSummary,
  id: string,
): Promise<readonly TermAnswer[]> {
  const { database, models } = services;
  const gone = await termOrRefuse(database, id);
  await models.withModelLocked((transaction, model) =>
    changingTree(transaction, gone.taxonomyId, () => takeAway(transaction, model, gone, null)),
  );
  await afterTreeChange(services, gone.taxonomyId);
  return termsFor(services, gone.taxonomyId, role);
}

/**
 * Brings a term back that was removed or merged: to its place, above the terms that stood below it, and into the entries
 * that had it. What was changed since stays.
 */
export async function bringBackTerm(
  services: Services,
  { role }: PersonSummary,
  id: string,
): Promise<readonly TermAnswer[]> {
  const { database, models } = services;
  const [note] = await database.select().from(removedTerm).where(eq(removedTerm.id, id));
  if (!note) throw new ProblemException('not_found', 'This term cannot be brought back any more.');
  const { record, children, entries } = note;
  const { taxonomyId, slug, label } = record;
  await withSlug(slug, () =>
    models.withModelLocked((transaction, model) =>
      changingTree(transaction, taxonomyId, async () => {
        subjectOrRefuse(model, taxonomyId);
        const terms = await listTerms(transaction, taxonomyId);
        const parentId = terms.some((each) => each.id === record.parentId) ? record.parentId : null;
        assertUnlike(terms, id, parentId, label);
        await insertTerm(transaction, { ...record, parentId });
        for (const child of children)
          await transaction.update(term).set({ parentId: id }).where(eq(term.id, child));
        await putBackInEntries(transaction, model, id, entries);
        await transaction.delete(removedTerm).where(eq(removedTerm.id, id));
      }),
    ),
  );
  await afterTreeChange(services, taxonomyId);
  return termsFor(services, taxonomyId, role);
}
