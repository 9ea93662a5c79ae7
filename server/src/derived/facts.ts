import { factsFrom, type EntryFacts } from '@tovlet/core/evaluation/scope';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { templateOf } from '@tovlet/core/model/page-templates';
import { termsOf, type TermParents } from '@tovlet/core/placement/terms-of';
import type { Database } from '../db/connect';
import { entry, person, term, type EntryRecord } from '../db/schema';

/** What rules about an entry need to know of its record. */
export type FactsRecord = Pick<
  EntryRecord,
  'id' | 'status' | 'values' | 'authorId' | 'parentId' | 'templateId'
>;

/** The columns of an entry that only its facts ask for. */
export const FACT_COLUMNS = {
  authorId: entry.authorId,
  parentId: entry.parentId,
  templateId: entry.templateId,
};

export type FactsOf = (type: CompiledType, record: FactsRecord) => EntryFacts;

const NO_PARENTS: TermParents = new Map();
const NO_ROLES: ReadonlyMap<string, string> = new Map();

async function termParents(database: Database): Promise<TermParents> {
  const rows = await database.select({ id: term.id, parentId: term.parentId }).from(term);
  return new Map(rows.map(({ id, parentId }) => [id, parentId]));
}

async function rolesOf(database: Database): Promise<ReadonlyMap<string, string>> {
  const rows = await database.select({ id: person.id, role: person.role }).from(person);
  return new Map(rows.map(({ id, role }) => [id, role]));
}

/**
 * Prepares to tell the facts of entries; trees and roles are read only where a rule of the model asks for them.
 * @returns a function from a record to its facts
 */
export async function factsReader(database: Database, model: CompiledModel): Promise<FactsOf> {
  const [parents, roles] = await Promise.all([
    model.asksForTerms ? termParents(database) : NO_PARENTS,
    model.asksForRoles ? rolesOf(database) : NO_ROLES,
  ]);
  return (type, { id, status, values, authorId, parentId, templateId }) =>
    factsFrom({
      type: type.contentType.id,
      status,
      entry: id,
      parent: parentId,
      template: templateOf(type.contentType, templateId),
      term: model.asksForTerms ? termsOf(type, values, parents) : [],
      role: authorId === null ? null : (roles.get(authorId) ?? null),
    });
}
