import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { PersonSummary, TermAnswer, TermSave } from '@tovlet/core/contracts/studio';
import type { termCreateSchema, termMoveSchema } from '@tovlet/core/contracts/studio';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { newId } from '@tovlet/core/ids';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { insertAt } from '@tovlet/core/model/tree';
import type { Role } from '@tovlet/core/roles';
import type * as z from 'zod';
import type { TermRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { acceptStored, assertReferences } from '../values/accept-stored';
import { assertParent, assertUnlike, subjectOrRefuse, termOrRefuse, withSlug } from './fits';
import { insertTerm, listTerms, setOrder, termSlugs, updateTerm } from './queries';
import { afterTreeChange, changingTree, lockTaxonomy } from './tree';

/** So many terms can one taxonomy have. */
const TERM_BOUND = 5000;

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

/**
 * Adds a term at the end of its siblings.
 * @param id the id that it gets
 */
export async function createTerm(
  services: Services,
  given: z.output<typeof termCreateSchema>,
  role: Role,
  id = newId('n'),
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
        const record = { id, taxonomyId: taxonomy, parentId: parent, slug, label };
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
