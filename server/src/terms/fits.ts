import type { TermAnswer } from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { isConstraintViolation } from '../db/constraint-violation';
import type { Database } from '../db/connect';
import type { TermRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { termById } from './queries';

/**
 * The fields of a taxonomy's terms.
 * @throws ProblemException where there is no such taxonomy
 */
export function subjectOrRefuse(model: CompiledModel, taxonomy: string): CompiledType {
  const subject = model.document.taxonomies.some(({ id }) => id === taxonomy)
    ? model.subjectById.get(taxonomy)
    : undefined;
  if (!subject) throw new ProblemException('not_found', 'This taxonomy does not exist.');
  return subject;
}

/**
 * Finds a term.
 * @throws ProblemException where it is not there
 */
export async function termOrRefuse(database: Database, id: string): Promise<TermRecord> {
  const found = await termById(database, id);
  if (!found) throw new ProblemException('not_found', 'This term does not exist, or was removed.');
  return found;
}

function refuseSlug(slug: string): never {
  const message = `The slug “${slug}” belongs to another term of this taxonomy.`;
  throw new ProblemException('invalid', message, [{ path: '/slug', message, code: 'slug_taken' }]);
}

/**
 * Does what may give a term a slug that another one has.
 * @throws ProblemException where it does
 */
export async function withSlug<Result>(slug: string, work: () => Promise<Result>): Promise<Result> {
  try {
    return await work();
  } catch (error) {
    if (isConstraintViolation(error, 'term_slug')) refuseSlug(slug);
    throw error;
  }
}

/**
 * Makes sure that a term may stand below another one.
 * @throws ProblemException with why it may not
 */
export function assertParent(
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

/** What of a label has to be unlike those of terms beside it: its letters' case does not count. */
export const labelKey = (label: string): string => label.trim().normalize('NFKC').toLocaleLowerCase('en');

/**
 * Makes sure that no term beside it has the same label.
 * @throws ProblemException where one has
 */
export function assertUnlike(
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
