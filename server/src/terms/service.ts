import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { Role } from '@tovlet/core/roles';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import type { PersonSummary, TermAnswer, TermSave } from '@tovlet/core/contracts/studio';
import type { termCreateSchema, termMoveSchema } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { insertAt } from '@tovlet/core/model/tree';
import { eq, sql } from 'drizzle-orm';
import type * as z from 'zod';
import type { Database } from '../db/connect';
import { markForRefill } from '../derived/refill';
import { removedTerm, term, type TermRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { fillIndexes } from '../jobs/fill_indexes/fill-indexes';
import type { Services } from '../services';
import { acceptStored, assertReferences } from '../values/accept-stored';
import { isConstraintViolation } from '../db/constraint-violation';
import { putBackInEntries, replaceInEntries } from './term-values';
import {
  deleteTerm,
  insertTerm,
  listTerms,
  setOrder,
  termById,
  termSlugs,
  updateTerm,
  writeAncestry,
} from './queries';

/** So many terms can one taxonomy have. */
const TERM_BOUND = 5000;

function subjectOrRefuse(model: CompiledModel, taxonomy: string): CompiledType {
  const subject = model.document.taxonomies.some(({ id }) => id === taxonomy)
    ? model.subjectById.get(taxonomy)
    : undefined;
  if (!subject) throw new ProblemException('not_found', 'This taxonomy does not exist.');
  return subject;
}

async function termOrRefuse(database: Database, id: string): Promise<TermRecord> {
  const found = await termById(database, id);
  if (!found) throw new ProblemException('not_found', 'This term does not exist, or was removed.');
  return found;
}

/** The terms of a taxonomy, or of all, as somebody may see them. */
export async function termsFor(
  { database, models }: Services,
  taxonomy: string | null,
  role: Role,
): Promise<readonly TermAnswer[]> {
  const { model } = await models.current();
  const audience = personWith(role);
  const terms = await listTerms(database, taxonomy);
  return terms.map((each) => ({
    ...each,
    values: seenBy(audience, model.subjectById.get(each.taxonomy)?.fields ?? [], each.values),
  }));
}

async function answerFor(
  services: Services,
  { id, taxonomyId }: TermRecord,
  role: Role,
): Promise<TermAnswer> {
  const found = (await termsFor(services, taxonomyId, role)).find((each) => each.id === id);
  if (!found) throw new ProblemException('not_found', 'This term was removed meanwhile.');
  return found;
}

/** Rules can ask for terms and those above them: when the tree changes, what shows on entries may change with it. */
async function afterTreeChange(services: Services, taxonomy: string): Promise<void> {
  const { model } = await services.models.current();
  if (model.asksForTerms) {
    const partial = model.types.filter(({ partialGroups }) => partialGroups.length > 0);
    await markForRefill(
      services.database,
      partial.map(({ contentType }) => contentType.id),
    );
    await services.jobs.send(fillIndexes, {});
  }
  await services.events.publish({ kind: 'terms', taxonomy });
}

function refuseSlug(slug: string): never {
  const message = `The slug “${slug}” belongs to another term of this taxonomy.`;
  throw new ProblemException('invalid', message, [{ path: '/slug', message, code: 'slug_taken' }]);
}

async function withSlug<Result>(slug: string, work: () => Promise<Result>): Promise<Result> {
  try {
    return await work();
  } catch (error) {
    if (isConstraintViolation(error, 'term_slug')) refuseSlug(slug);
    throw error;
  }
}

/** Makes sure that a term may stand below another one. */
function assertParent(
  terms: readonly TermAnswer[],
  tree: boolean,
  id: string | null,
  parent: string | null,
): void {
  if (parent === null) return;
  const refuse = (message: string): never => {
    throw new ProblemException('invalid', message, [{ path: '/parent', message }]);
  };
  if (!tree) refuse('This taxonomy is flat: its terms do not stand below one another.');
  const parents = new Map(terms.map((each) => [each.id, each.parent]));
  if (!parents.has(parent)) refuse('The term above it is not there.');
  for (let each: string | null | undefined = parent; each; each = parents.get(each))
    if (each === id) refuse('A term cannot stand below itself.');
}

/** Terms beside one another have unlike labels, whatever their letters' case. */
const labelKey = (label: string): string => label.trim().normalize('NFKC').toLocaleLowerCase('en');

function assertUnlike(
  terms: readonly TermAnswer[],
  id: string | null,
  parent: string | null,
  label: string,
): void {
  const same = terms.find(
    (each) => each.id !== id && each.parent === parent && labelKey(each.label) === labelKey(label),
  );
  if (!same) return;
  const message = `“${same.label}” is there already, in the same place. Give this one another label.`;
  throw new ProblemException('invalid', message, [{ path: '/label', message, code: 'label_taken' }]);
}

/** Changes of one taxonomy's terms follow one another: what is checked then still holds when it is written. */
async function lockTaxonomy(transaction: Database, taxonomy: string): Promise<void> {
  await transaction.execute(sql`SELECT pg_advisory_xact_lock(hashtext(${`terms ${taxonomy}`}))`);
}

/** Changes the tree of a taxonomy, and what is known of which terms stand above which. */
async function changingTree<Result>(
  transaction: Database,
  taxonomy: string,
  change: () => Promise<Result>,
): Promise<Result> {
  await lockTaxonomy(transaction, taxonomy);
  const result = await change();
  await writeAncestry(transaction, taxonomy);
  return result;
}

/** Adds a term at the end of its siblings. */
export async function createTerm(
  services: Services,
  given: z.output<typeof termCreateSchema>,
  role: Role,
): Promise<TermAnswer> {
  const { model } = await services.models.current();
  const { taxonomy, label, parent } = given;
  subjectOrRefuse(model, taxonomy);
  const { database } = services;
  const created = await withSlug(given.slug ?? '', () =>
    database.transaction((transaction) =>
      changingTree(transaction, taxonomy, async () => {
        const slug = given.slug ?? slugFromTitle(label, await termSlugs(transaction, taxonomy));
        const terms = await listTerms(transaction, taxonomy);
        if (terms.length >= TERM_BOUND)
          throw new ProblemException('invalid', `A taxonomy has up to ${TERM_BOUND} terms.`);
        const tree = model.document.taxonomies.find(({ id }) => id === taxonomy)?.tree === true;
        assertParent(terms, tree, null, parent);
        assertUnlike(terms, null, parent, label);
        const position = Math.max(
          0,
          ...terms.filter((each) => each.parent === parent).map((each) => each.position),
        );
        const record = { id: newId('n'), taxonomyId: taxonomy, parentId: parent, slug, label };
        return insertTerm(transaction, { ...record, position: position + 1 });
      }),
    ),
  );
  if (!created) throw new ProblemException('invalid', 'The term was not added.');
  await afterTreeChange(services, taxonomy);
  return answerFor(services, created, role);
}

/** Renames a term, and saves its values. */
export async function saveTerm(
  services: Services,
  { role }: PersonSummary,
  id: string,
  { version, label, slug, values }: TermSave,
): Promise<TermAnswer> {
  const { database, models } = services;
  const before = await termOrRefuse(database, id);
  const { taxonomyId } = before;
  const updated = await withSlug(slug, () =>
    models.prepared(
      (model) =>
        acceptStored(model, subjectOrRefuse(model, taxonomyId), {
          values,
          before: before.values,
          role,
          completeness: 'published',
          factsOf: () => factsFrom({ type: taxonomyId, status: 'published', entry: id }),
        }),
      async (transaction, model, accepted) => {
        await lockTaxonomy(transaction, taxonomyId);
        await assertReferences(transaction, model, subjectOrRefuse(model, taxonomyId), accepted, role);
        if (label !== before.label)
          assertUnlike(await listTerms(transaction, taxonomyId), id, before.parentId, label);
        return updateTerm(transaction, id, version, { label, slug, values: accepted.values });
      },
    ),
  );
  if (!updated)
    throw new ProblemException(
      'conflict',
      'Somebody else changed this term meanwhile. Look at it again, then save.',
      [],
      { term: { ...(await answerFor(services, await termOrRefuse(database, id), role)) } },
    );
  await services.events.publish({ kind: 'terms', taxonomy: taxonomyId });
  return answerFor(services, updated, role);
}

/** Moves a term, with all below it, to another place. */
export async function moveTerm(
  services: Services,
  { role }: PersonSummary,
  id: string,
  { parent, before }: z.output<typeof termMoveSchema>,
): Promise<readonly TermAnswer[]> {
  const { database, models } = services;
  const moved = await termOrRefuse(database, id);
  const { model } = await models.current();
  const taxonomy = model.document.taxonomies.find((each) => each.id === moved.taxonomyId);
  await database.transaction((transaction) =>
    changingTree(transaction, moved.taxonomyId, async () => {
      const terms = await listTerms(transaction, moved.taxonomyId);
      assertParent(terms, taxonomy?.tree === true, id, parent);
      if (parent !== moved.parentId) assertUnlike(terms, id, parent, moved.label);
      await updateTerm(transaction, id, moved.version, { parentId: parent });
      const siblings = terms
        .filter((each) => each.parent === parent && each.id !== id)
        .map((each) => each.id);
      const index = before === null ? siblings.length : siblings.indexOf(before);
      await setOrder(transaction, insertAt(siblings, index < 0 ? siblings.length : index, id));
    }),
  );
  await afterTreeChange(services, moved.taxonomyId);
  return termsFor(services, moved.taxonomyId, role);
}

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
