import { personWith, seenBy } from '@tovlet/core/access/audience';
import type {
  CopyKept,
  CopySave,
  EntryCopy,
  OpenedEntry,
  PersonSummary,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import { withSecretsOf } from '@tovlet/core/values/typed-secrets';
import { isConstraintViolation } from '../../db/constraint-violation';
import type { Database } from '../../db/connect';
import type { CopyRecord, EntryRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { entryAnswer } from '../answer';
import { acceptedValues, typeOrRefuse } from '../fits';
import { stateAt } from '../history/history';
import { entryById } from '../queries';
import { mergedWithCopy } from './merged';
import { copyOf, dropCopy, writeCopy } from './queries';

/** A working copy as somebody gets it. */
export function presentedCopy(
  { mark, baseVersion, title, slug, parentId, templateId, values, updatedBy, updatedAt }: CopyRecord,
  type: CompiledType | undefined,
  role: Role,
): EntryCopy {
  return {
    mark,
    base: baseVersion,
    title,
    slug,
    parent: parentId,
    template: templateId,
    values: seenBy(personWith(role), type?.fields ?? [], values),
    updatedBy,
    updatedAt,
  };
}

const gone = (): never => {
  throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
};

/**
 * Finds an entry for the workbench, with what was typed into it and not saved yet.
 * @throws ProblemException when there is no such entry
 */
export async function openEntry(
  { database, models }: Services,
  { role }: PersonSummary,
  id: string,
): Promise<OpenedEntry> {
  const record = (await entryById(database, id)) ?? gone();
  const copy = await copyOf(database, id);
  const type = (await models.current()).model.typeById.get(record.typeId);
  return { ...entryAnswer(record, type, role), copy: copy ? presentedCopy(copy, type, role) : null };
}

/**
 * Refuses what was sent about a copy that is another one meanwhile.
 * @throws ProblemException with the copy that is there; null where it was saved or given up
 */
export async function copyConflict(
  database: Database,
  id: string,
  type: CompiledType | undefined,
  role: Role,
): Promise<never> {
  const copy = await copyOf(database, id);
  const message = copy
    ? `${copy.updatedBy} changed this entry meanwhile.`
    : 'What was changed in this entry was saved or given up meanwhile.';
  const current = copy ? { ...presentedCopy(copy, type, role) } : null;
  throw new ProblemException('conflict', message, [], { copy: current });
}

/**
 * What stands in fields that whoever keeps a copy may not change: that of the copy so far, put into the version of the entry
 * that the next one is made over.
 */
async function unseenOf(
  database: Database,
  type: CompiledType,
  record: EntryRecord,
  baseVersion: number,
): Promise<JsonObject> {
  const copy = await copyOf(database, record.id);
  const base = baseVersion === record.version ? record : await stateAt(database, record, baseVersion);
  return copy ? (await mergedWithCopy(database, type, base, copy)).values : base.values;
}

/**
 * Keeps what stands in the form of an entry, whatever of it is missing, and shows it to nobody but those who edit. A secret is
 * not kept before it is saved: as long as it is not hashed it stands in the form alone.
 * @throws ProblemException when somebody else kept another one meanwhile (with theirs), the version it is made over is not known,
 *   or a value is none of its field's
 */
export async function keepCopy(
  services: Services,
  person: PersonSummary,
  id: string,
  given: CopySave,
): Promise<CopyKept> {
  const { database, models, events } = services;
  const { role } = person;
  const record = (await entryById(database, id)) ?? gone();
  const { mark: seen, base: baseVersion, title, slug, parent: parentId, template: templateId } = given;
  const { typeId, authorId } = record;
  const own = { id, status: 'draft', authorId, parentId, templateId } as const;
  const written = await models.prepared(
    async (model) => {
      const type = typeOrRefuse(model, typeId);
      const values = withSecretsOf(type.fields, given.values, {});
      const before = await unseenOf(database, type, record, baseVersion);
      const candidate = { values, before, role };
      const accepted = await acceptedValues(database, model, type, own, candidate);
      return withSecretsOf(type.fields, accepted.values, record.values);
    },
    async (transaction, _model, values) => {
      const content = { entryId: id, baseVersion, title, slug, parentId, templateId, values };
      try {
        return await writeCopy(transaction, { ...content, updatedBy: person.name }, seen);
      } catch (error) {
        if (isConstraintViolation(error, 'entry_copy_entry_id_fkey')) return gone();
        throw error;
      }
    },
  );
  if (!written) return copyConflict(database, id, (await models.current()).model.typeById.get(typeId), role);
  const { mark, updatedAt } = written;
  await events.publish({ kind: 'copy', id, mark, author: person.id });
  return { mark, version: record.version, updatedAt };
}

/**
 * Ends the working copy that is saved with its entry, in the transaction that saves it.
 * @param seen the mark of the copy that whoever saves has seen; null where they saw none, undefined where they know of no copies
 * @throws ProblemException when there is another one meanwhile
 */
export async function endCopy(
  transaction: Database,
  id: string,
  type: CompiledType,
  role: Role,
  seen: string | null | undefined,
): Promise<void> {
  if (seen === undefined || seen === null || (await dropCopy(transaction, id, seen))) return;
  if (await copyOf(transaction, id)) return copyConflict(transaction, id, type, role);
}

/**
 * Gives up what was typed into an entry and not saved.
 * @throws ProblemException when there is another copy meanwhile, or none
 */
export async function discardCopy(
  { database, models, events }: Services,
  person: PersonSummary,
  id: string,
  mark: string,
): Promise<void> {
  const record = (await entryById(database, id)) ?? gone();
  const type = (await models.current()).model.typeById.get(record.typeId);
  if (!(await dropCopy(database, id, mark))) return copyConflict(database, id, type, person.role);
  await events.publish({ kind: 'copy', id, mark: null, author: person.id });
}
