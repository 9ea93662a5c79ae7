import type { EntryAnswer, EntrySave, PersonSummary } from '@tovlet/core/contracts/studio';
import type { entryCreateSchema } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { JsonObject } from '@tovlet/core/json';
import { issueMessage } from '@tovlet/core/messages/en';
import type { EntryIssue } from '@tovlet/core/messages/issue';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { acceptValues } from '@tovlet/core/values/accept';
import { mediaOf } from '@tovlet/core/values/present';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type * as z from 'zod';
import type { Database } from '../../db/connect';
import { writeIndexRows } from '../../db/index-tables';
import type { EntryRecord } from '../../db/schema';
import { pointerFrom } from '../../http/body';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { knownMedia } from '../media/queries';
import { pageAddress } from '../../site/address';
import { deleteEntry, entryById, insertEntry, slugsLike, updateEntry } from './queries';

/** An entry as the workbench gets it. */
export function entryAnswer(record: EntryRecord, type: CompiledType | undefined): EntryAnswer {
  const { typeId, publishedAt, ...rest } = record;
  return { ...rest, type: typeId, publishedAt, url: type ? pageAddress(type.contentType, record.slug) : '' };
}

function assertValid(issues: readonly EntryIssue[], current?: JsonObject): void {
  if (issues.length === 0) return;
  const errors = issues.slice(0, 100).map(({ issue, path, label }) => ({
    path: `/values${pointerFrom(path)}`,
    message: issueMessage(issue, label),
    code: issue.code,
  }));
  const more =
    issues.length > 1
      ? ` There ${issues.length === 2 ? 'is 1 more problem' : `are ${issues.length - 1} more problems`}.`
      : '';
  throw new ProblemException('invalid', `${errors[0]?.message ?? ''}${more}`, errors, current);
}

interface Candidate {
  readonly id: string;
  readonly status: EntryRecord['status'];
  readonly values: JsonObject;
}

/** Values as they will be stored; what the form no longer knows (removed or unreached fields) stays as it was. */
async function acceptedValues(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  { id, status, values: input }: Candidate,
  before: JsonObject,
): Promise<JsonObject> {
  const { values, issues } = acceptValues(type.fields, input);
  assertValid(issues);
  const known = new Set(type.fields.map((field) => field.id));
  const kept = Object.entries(before).filter(([field]) => !known.has(field));
  const stored: JsonObject = { ...Object.fromEntries(kept), ...values };
  const scope = resolveVisibility(model, type, stored, { type: type.contentType.id, status, entry: id });
  assertValid(validateEntry(type, scope, status));
  const media = mediaOf(type, scope);
  const there = await knownMedia(database, media);
  assertValid(
    media
      .filter((medium) => !there.has(medium))
      .map((medium) => {
        const field = type.fields.find((each) => stored[each.id] === medium);
        const issue = { code: 'no_such_image', params: { id: medium } } as const;
        return { issue, path: field ? [field.id] : [], label: field?.label ?? 'a row' };
      }),
  );
  return stored;
}

function typeOrRefuse(model: CompiledModel, idOrKey: string): CompiledType {
  const type = model.typeById.get(idOrKey) ?? model.typeByKey.get(idOrKey);
  if (!type)
    throw new ProblemException('invalid', 'This content type does not exist.', [
      { path: '/type', message: 'No such content type.' },
    ]);
  return type;
}

async function slugTaken(database: Database, typeId: string, slug: string): Promise<never> {
  const free = slugFromTitle(slug, await slugsLike(database, typeId, slug));
  const message = `The slug “${slug}” belongs to another entry. “${free}” is free.`;
  throw new ProblemException('invalid', message, [{ path: '/slug', message, code: 'slug_taken' }], {
    slug: free,
  });
}

/** Tells a breach of a named unique constraint from other failures, also when the driver wrapped it. */
export function breaks(error: unknown, constraint: string): boolean {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    if ('constraint' in each && each.constraint === constraint) return true;
    if (each.message.includes(`"${constraint}"`)) return true;
  }
  return false;
}

/** Tells open workbenches that an entry is another one now. */
async function announce(
  { events }: Services,
  person: PersonSummary,
  { id, type, version }: Pick<EntryAnswer, 'id' | 'type' | 'version'>,
): Promise<void> {
  await events.publish({ kind: 'entry', id, type, version, author: person.id });
}

/** Makes an entry. Without a slug of its own it gets a free one from its title. */
export async function createEntry(
  services: Services,
  person: PersonSummary,
  given: z.output<typeof entryCreateSchema>,
): Promise<EntryAnswer> {
  const { model } = await services.models.current();
  const typeId = typeOrRefuse(model, given.type).contentType.id;
  const wish = given.slug ?? slugFromTitle(given.title);
  const slug = given.slug ?? slugFromTitle(given.title, await slugsLike(services.database, typeId, wish));
  try {
    const answer = await services.models.inStep(async (transaction, current) => {
      const type = typeOrRefuse(current, typeId);
      const { title, status } = given;
      const id = newId('e', 12);
      const values = await acceptedValues(
        transaction,
        current,
        type,
        { id, status, values: given.values },
        {},
      );
      const publishedAt = status === 'published' ? new Date().toISOString() : null;
      const record = { id, typeId, slug, title, status, values, updatedBy: person.name, publishedAt };
      const created = await insertEntry(transaction, record);
      await writeIndexRows(transaction, current, type, [created]);
      return entryAnswer(created, type);
    });
    await announce(services, person, answer);
    return answer;
  } catch (error) {
    if (breaks(error, 'entry_slug')) return slugTaken(services.database, typeId, slug);
    throw error;
  }
}

/** Finds an entry for the workbench. */
export async function getEntry({ database, models }: Services, id: string): Promise<EntryAnswer> {
  const { model } = await models.current();
  const found = await entryById(database, id);
  if (!found) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
  return entryAnswer(found, model.typeById.get(found.typeId));
}

async function conflict(database: Database, model: CompiledModel, id: string): Promise<never> {
  const current = await entryById(database, id);
  if (!current) throw new ProblemException('not_found', 'This entry was deleted meanwhile.');
  const answer = entryAnswer(current, model.typeById.get(current.typeId));
  throw new ProblemException(
    'conflict',
    `${current.updatedBy} saved this entry meanwhile. Look at both versions, then save again.`,
    [],
    { entry: { ...answer } },
  );
}

/**
 * Saves an entry.
 * @throws ProblemException when somebody else saved it meanwhile (with their version), or values are not valid
 */
export async function saveEntry(
  services: Services,
  person: PersonSummary,
  id: string,
  given: EntrySave,
): Promise<EntryAnswer> {
  const { database, models } = services;
  const before = await entryById(database, id);
  if (!before) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
  const { version, title, slug, status } = given;
  try {
    const saved = await models.inStep(async (transaction, model) => {
      if (before.version !== version) return undefined;
      const type = typeOrRefuse(model, before.typeId);
      const candidate = { id, status, values: given.values };
      const values = await acceptedValues(transaction, model, type, candidate, before.values);
      const changes = { title, slug, status, values, updatedBy: person.name };
      const updated = await updateEntry(transaction, id, version, changes);
      if (updated) await writeIndexRows(transaction, model, type, [updated]);
      return updated && entryAnswer(updated, type);
    });
    if (!saved) return conflict(database, (await models.current()).model, id);
    await announce(services, person, saved);
    return saved;
  } catch (error) {
    if (breaks(error, 'entry_slug')) return slugTaken(database, before.typeId, slug);
    throw error;
  }
}

/** Deletes an entry that still has the version the caller saw. */
export async function removeEntry(
  services: Services,
  person: PersonSummary,
  id: string,
  version: number,
): Promise<void> {
  const { model } = await services.models.current();
  const found = await entryById(services.database, id);
  if (!found) throw new ProblemException('not_found', 'This entry was deleted already.');
  if (!(await deleteEntry(services.database, id, version))) return conflict(services.database, model, id);
  await announce(services, person, { id, type: found.typeId, version: version + 1 });
}
