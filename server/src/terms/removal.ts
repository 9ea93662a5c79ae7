import type { PersonSummary, Restored, TermAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { lookInBin, putInBin, takeFromBin } from '../db/bin';
import { term, type TermRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { assertUnlike, subjectOrRefuse, termOrRefuse, withSlug } from './fits';
import { deleteTerm, insertTerm, listTerms } from './queries';
import { termsFor } from './service';
import { putBack, takeOut } from '../relations/references-out';
import { referrersOf } from '../derived/links';
import { afterTreeChange, changingTree } from './tree';

/** So many entries may have a term. */
const REFERRERS = 100_000;

/** Puts the terms below one where that one stood. */
async function raiseChildren(database: Database, gone: TermRecord, to: string | null): Promise<void> {
  await database.update(term).set({ parentId: to }).where(eq(term.parentId, gone.id));
}

/** Takes a term away, into the bin. */
async function takeAway(
  database: Database,
  model: CompiledModel,
  gone: TermRecord,
  into: string | null,
  author: string,
): Promise<void> {
  const { id, label: name, taxonomyId: subject } = gone;
  const terms = await listTerms(database, gone.taxonomyId);
  const children = terms.filter(({ parent }) => parent === id).map((each) => each.id);
  const referrers = await referrersOf(database, 'term', id, REFERRERS);
  const entries = referrers.map((each) => each.entry);
  const { left } = await takeOut(database, model, { kind: 'term', id, into }, entries, author);
  await raiseChildren(database, gone, into ?? gone.parentId);
  const record = (await deleteTerm(database, id)) ?? gone;
  const content = { kind: 'term', record, children, left } as const;
  await putInBin(database, { id, name, subject, content, deletedBy: author });
}

/** Whether a term is another one, or stands above it. */
function standsAbove(terms: readonly TermAnswer[], id: string, other: string | null): boolean {
  const parents = new Map(terms.map((each) => [each.id, each.parent]));
  for (let each: string | null | undefined = other; each; each = parents.get(each))
    if (each === id) return true;
  return false;
}

/**
 * Merges a term into another one of its taxonomy: entries that had it have the other, and what stood below it stands below
 * the other.
 */
export async function mergeTerm(
  services: Services,
  { role, name }: PersonSummary,
  id: string,
  into: string,
): Promise<readonly TermAnswer[]> {
  const { database, models } = services;
  const [gone, kept] = [await termOrRefuse(database, id), await termOrRefuse(database, into)];
  if (gone.id === kept.id || gone.taxonomyId !== kept.taxonomyId)
    throw new ProblemException('invalid', 'A term is merged into another one of the same taxonomy.');
  await models.withModelLocked((transaction, model) =>
    changingTree(transaction, gone.taxonomyId, async () => {
      if (standsAbove(await listTerms(transaction, gone.taxonomyId), id, into))
        throw new ProblemException('invalid', 'A term cannot be merged into one below it.');
      await takeAway(transaction, model, gone, into, name);
    }),
  );
  await afterTreeChange(services, gone.taxonomyId);
  await services.events.publish({ kind: 'bin' });
  return termsFor(services, gone.taxonomyId, role);
}

/** Removes a term: entries that had it have it no more, and what stood below it moves up. */
export async function removeTerm(
  services: Services,
  { role, name }: PersonSummary,
  id: string,
): Promise<readonly TermAnswer[]> {
  const { database, models } = services;
  const gone = await termOrRefuse(database, id);
  await models.withModelLocked((transaction, model) =>
    changingTree(transaction, gone.taxonomyId, () => takeAway(transaction, model, gone, null, name)),
  );
  await afterTreeChange(services, gone.taxonomyId);
  await services.events.publish({ kind: 'bin' });
  return termsFor(services, gone.taxonomyId, role);
}

/**
 * Brings a term back that was removed or merged: to its place, above the terms that stood below it, and into the entries
 * that had it. What was changed since stays.
 * @throws ProblemException where it is not in the bin, or another one has its slug or label by now
 */
export async function restoreTerm(
  services: Services,
  { name }: PersonSummary,
  id: string,
): Promise<Restored> {
  const { database, models } = services;
  const looked = await lookInBin(database, 'term', id);
  if (!looked) throw new ProblemException('not_found', 'This term cannot be brought back any more.');
  const { taxonomyId, slug, label } = looked.record;
  await withSlug(slug, () =>
    models.withModelLocked((transaction, model) =>
      changingTree(transaction, taxonomyId, async () => {
        subjectOrRefuse(model, taxonomyId);
        const taken = await takeFromBin(transaction, 'term', id);
        if (!taken) throw new ProblemException('not_found', 'This term was brought back already.');
        const { record, children, left } = taken;
        const terms = await listTerms(transaction, taxonomyId);
        const parentId = terms.some((each) => each.id === record.parentId) ? record.parentId : null;
        assertUnlike(terms, id, parentId, label);
        await insertTerm(transaction, { ...record, parentId });
        for (const child of children.filter((each) => !standsAbove(terms, each, parentId)))
          await transaction.update(term).set({ parentId: id }).where(eq(term.id, child));
        await putBack(transaction, model, { kind: 'term', id }, left, name);
      }),
    ),
  );
  await afterTreeChange(services, taxonomyId);
  await services.events.publish({ kind: 'bin' });
  return { kind: 'term', id, name: label, subject: taxonomyId, notes: [] };
}

/** Brings a term back as `restoreTerm` does. @returns the terms of its taxonomy */
export async function bringBackTerm(
  services: Services,
  person: PersonSummary,
  id: string,
): Promise<readonly TermAnswer[]> {
  const { subject } = await restoreTerm(services, person, id);
  return termsFor(services, subject, person.role);
}
