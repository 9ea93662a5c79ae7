import { personWith, seenBy } from '@tovlet/core/access/audience';
import {
  ownProperties,
  REVISIONS_PAGE,
  type EntryAnswer,
  type EntryRevision,
  type EntryRevisionsAnswer,
  type entryRevisionsSchema,
  type OwnProperty,
  type PersonSummary,
} from '@tovlet/core/contracts/studio';
import { sameJson } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import type * as z from 'zod';
import type { Database } from '../../db/connect';
import type { EntryRecord, StoodBefore } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { entryAnswer } from '../answer';
import { entryById } from '../queries';
import { countSince, revisionsOf, revisionsSince } from './queries';
import { goneBack } from './states';

/** The names of properties as they are stored, by those that are answered. */
const OWN: Readonly<Record<OwnProperty, keyof Omit<StoodBefore, 'values'>>> = {
  title: 'title',
  slug: 'slug',
  status: 'status',
  parent: 'parentId',
  template: 'templateId',
};
const ownOf = (before: StoodBefore): readonly OwnProperty[] =>
  ownProperties.filter((name) => OWN[name] in before);

async function entryAndType(
  { database, models }: Services,
  id: string,
): Promise<{ readonly record: EntryRecord; readonly type: CompiledType | undefined }> {
  const record = await entryById(database, id);
  if (!record) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
  return { record, type: (await models.current()).model.typeById.get(record.typeId) };
}

/** The fields that somebody sees change from one state to another. */
function changedFields(
  was: EntryRecord,
  is: EntryRecord,
  keys: readonly string[],
  type: CompiledType | undefined,
  role: Role,
): readonly string[] {
  const fields = (type?.fields ?? []).filter(({ id }) => keys.includes(id));
  const [before, after] = [was, is].map(({ values }) => {
    // Not the whole document again for each of its saves.
    const some = Object.fromEntries(
      fields.flatMap(({ id }) => (id in values ? [[id, values[id] ?? null]] : [])),
    );
    return seenBy(personWith(role), fields, some);
  });
  return fields.map(({ id }) => id).filter((id) => !sameJson(before?.[id] ?? null, after?.[id] ?? null));
}

/** The earliest that is known: how the entry was made, where it is as old as that. @param is what it was then */
function beginning(record: EntryRecord, is: EntryRecord, version: number): EntryRevision {
  const at = version === 1 ? record.createdAt : null;
  const made = version === record.version ? { at: record.updatedAt, by: record.updatedBy } : { at, by: null };
  return { version, ...made, fields: [], own: [], status: is.status };
}

/**
 * Lists the saves of an entry, the last first, and at the end what it was before all that are known.
 * @returns of what changed only what the person may see
 * @throws ProblemException when there is no such entry
 */
export async function entryRevisions(
  services: Services,
  { role }: PersonSummary,
  id: string,
  { before }: z.output<typeof entryRevisionsSchema>,
): Promise<EntryRevisionsAnswer> {
  const { record, type } = await entryAndType(services, id);
  const later = before === undefined ? 0 : await countSince(services.database, record, before);
  const found = await revisionsOf(services.database, record, later + REVISIONS_PAGE + 1);
  const listed: EntryRevision[] = [];
  let is = record;
  for (const { version, at, by, before: stood } of found.slice(0, later + REVISIONS_PAGE)) {
    const was = goneBack(is, stood);
    const fields = changedFields(was, is, Object.keys(stood.values), type, role);
    listed.push({ version, at, by, fields, own: ownOf(stood), status: is.status });
    is = was;
  }
  const more = found.length > later + REVISIONS_PAGE;
  const begun = more ? [] : [beginning(record, is, (found.at(-1)?.version ?? record.version + 1) - 1)];
  return { revisions: [...listed.slice(later), ...begun], more };
}

const unknown = (): never => {
  throw new ProblemException('not_found', 'This version of the entry is not known.');
};

/** What an entry was at a version: gone back to, save by save. @throws ProblemException where that version is not known */
export async function stateAt(
  database: Database,
  record: EntryRecord,
  version: number,
): Promise<EntryRecord> {
  if (version === record.version) return record;
  const later = await revisionsSince(database, record, version);
  const first = later.at(-1);
  // Each save made the next version: the one after this has to be among them.
  if (version > record.version || first?.version !== version + 1) return unknown();
  const state = later.reduce((is, { before }) => goneBack(is, before), record);
  return { ...state, version };
}

/**
 * Finds what an entry was at one of its versions.
 * @returns the entry as `openEntry` answers it: what the person may see
 * @throws ProblemException when there is no such entry, or that version is not known
 */
export async function entryAt(
  services: Services,
  { role }: PersonSummary,
  id: string,
  version: number,
): Promise<EntryAnswer> {
  const { record, type } = await entryAndType(services, id);
  if (!Number.isSafeInteger(version)) return unknown();
  return entryAnswer(await stateAt(services.database, record, version), type, role);
}
