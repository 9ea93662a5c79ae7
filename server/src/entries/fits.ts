import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { pageTakenBy } from '@tovlet/core/delivery/page-address';
import type { Role } from '@tovlet/core/roles';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { factsReader } from '../derived/facts';
import { ProblemException } from '../http/problem';
import {
  acceptStored,
  assertReferences,
  assertValid,
  withoutPardoned,
  type Accepted,
  type Candidate,
} from '../values/accept-stored';
import { checkUnique } from '../values/check-unique';
import { entryById } from './queries';

/** What of an entry besides its values decides what they may be. */
export interface Given {
  readonly id: string;
  readonly status: EntryRecord['status'];
  readonly authorId: string | null;
  readonly parentId: string | null;
  readonly templateId: string | null;
}

/** Accepts the values of an entry. */
export async function acceptedValues(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  given: Given,
  own: Pick<Candidate, 'values' | 'before' | 'role' | 'pardon'>,
): Promise<Accepted> {
  const read = await factsReader(database, model);
  const factsOf = (values: JsonObject) => read(type, { ...given, values });
  return acceptStored(model, type, { ...own, completeness: given.status, factsOf });
}

/** What is there only once a rehearsed transfer is carried out. */
export interface Rehearsed {
  /** The ids of things that will be there. */
  readonly planned: ReadonlySet<string>;
  /** The type as the database has it; null where it is only planned. */
  readonly stored: CompiledType | null;
}

/** What a published entry has to keep beside its own values: what it refers to is there, and unique values are unique. */
export async function assertFits(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  given: Given,
  accepted: Accepted,
  role: Role,
  rehearsed: Rehearsed | null = null,
): Promise<void> {
  if (given.status === 'draft') return;
  await assertReferences(database, model, type, accepted, role, rehearsed?.planned);
  // What is only planned has no values that another could repeat.
  const stored = rehearsed ? rehearsed.stored : type;
  const taken = stored ? await checkUnique(database, stored, accepted.scope, given.id) : [];
  const { pardoned } = accepted;
  const stood =
    pardoned && taken.length > 0 ? await checkUnique(database, type, pardoned.before, given.id) : [];
  assertValid(pardoned ? withoutPardoned(taken, stood, pardoned) : taken);
}

/**
 * Finds a type by its id or key.
 * @throws ProblemException where there is none
 */
export function typeOrRefuse(model: CompiledModel, idOrKey: string): CompiledType {
  const type = model.typeById.get(idOrKey) ?? model.typeByKey.get(idOrKey);
  if (!type)
    throw new ProblemException('invalid', 'This content type does not exist.', [
      { path: '/type', message: 'No such content type.' },
    ]);
  return type;
}

/**
 * Makes sure that an entry may stand below another one.
 * @throws ProblemException with why it may not
 */
export async function assertParent(
  database: Database,
  type: CompiledType,
  id: string,
  parentId: string | null,
): Promise<void> {
  if (parentId === null) return;
  const refuse = (message: string): never => {
    throw new ProblemException('invalid', message, [{ path: '/parent', message, code: 'parent' }]);
  };
  if (!type.contentType.features.parent) refuse('Entries of this type do not stand below one another.');
  const seen = new Set([id]);
  for (let each: string | null = parentId; each !== null;) {
    if (seen.has(each)) refuse('An entry cannot stand below itself.');
    seen.add(each);
    const found: EntryRecord | undefined = await entryById(database, each);
    if (found?.typeId !== type.contentType.id)
      refuse('The entry above it is not there, or is of another type.');
    each = found?.parentId ?? null;
  }
}

/**
 * Refuses a slug whose page would stand where a list of entries, or the site itself, has its address.
 * @throws ProblemException with whose address it is
 */
export function assertSlugFree(model: CompiledModel, { contentType }: CompiledType, slug: string): void {
  const owner = pageTakenBy(model.document.contentTypes, contentType, slug);
  if (owner === null) return;
  const message = `The page would have the address of ${owner}. Choose another slug.`;
  throw new ProblemException('invalid', message, [{ path: '/slug', message, code: 'address_taken' }]);
}

/**
 * Makes sure that a type has a template; null is its standard one.
 * @throws ProblemException where it has not
 */
export function assertTemplate({ contentType }: CompiledType, id: string | null): void {
  if (id === null || contentType.templates.some((template) => template.id === id)) return;
  const message = 'This template does not exist. Choose another one.';
  throw new ProblemException('invalid', message, [{ path: '/template', message, code: 'template' }]);
}
