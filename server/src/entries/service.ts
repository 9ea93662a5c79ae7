import type { EntryAnswer, EntrySave, PersonSummary } from '@tovlet/core/contracts/studio';
import type { entryCreateSchema } from '@tovlet/core/contracts/studio';
import { newId } from '@tovlet/core/ids';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import type * as z from 'zod';
import { takeOnce, wasTaken } from '../access/idempotency';
import { isConstraintViolation } from '../db/constraint-violation';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { writeDerivedRows } from '../derived/derived-rows';
import { ProblemException } from '../http/problem';
import { deleteEntry } from '../relations/delete-entry';
import { followMirrors, lockMirrored } from '../relations/mirrors';
import type { Services } from '../services';
import type { Pardon } from '../values/accept-stored';
import { announce, announceGone, type ChangedEntry } from './announce';
import { entryAnswer } from './answer';
import { endCopy } from './copies/copies';
import { mergedWithCopy } from './copies/merged';
import { copyOf } from './copies/queries';
import {
  acceptedValues,
  assertFits,
  assertParent,
  assertSlugFree,
  assertTemplate,
  typeOrRefuse,
} from './fits';
import { entryById, insertEntry, slugsLike, updateEntry } from './queries';
import { dropPlanned } from './schedule/queries';

async function slugTaken(database: Database, typeId: string, slug: string): Promise<never> {
  const free = slugFromTitle(slug, await slugsLike(database, typeId, slug));
  const message = `The slug “${slug}” belongs to another entry. “${free}” is free.`;
  throw new ProblemException('invalid', message, [{ path: '/slug', message, code: 'slug_taken' }], {
    slug: free,
  });
}

/** An entry that was written, and the others that were kept in step with it. */
interface Written {
  readonly answer: EntryAnswer;
  readonly others: readonly EntryRecord[];
}

/** An edit that was sent again, and the entry it made or changed. */
interface TakenBefore {
  readonly again: string;
}

const announced = ({ answer: { id, type, version }, others }: Written): readonly ChangedEntry[] => [
  { id, typeId: type, version },
  ...others,
];

/** A slug that nobody chose is tried again when somebody else took it in the same moment. */
const SLUG_TRIES = 20;

/** What is written in the same transaction as an entry. */
type AlsoWrite = (transaction: Database, written: EntryRecord) => Promise<void>;

/** How an entry is made, where it is not made as a request alone says. */
interface Making {
  /** The key of the edit, for one that may be sent again. */
  readonly key?: string | null;
  /** Whose it is; whoever makes it, where nothing is said. */
  readonly authorId?: string | null;
  /** The id that it gets; one is made up where it is left out. */
  readonly id?: string;
  readonly also?: AlsoWrite | undefined;
}

/**
 * Makes an entry. Without a slug of its own it gets a free one from its title.
 * @throws ProblemException when values are not valid, or its slug is taken
 */
export async function createEntry(
  services: Services,
  person: PersonSummary,
  given: z.output<typeof entryCreateSchema>,
  making: Making = {},
): Promise<EntryAnswer> {
  const { model } = await services.models.current();
  const typeId = typeOrRefuse(model, given.type).contentType.id;
  const wish = given.slug ?? slugFromTitle(given.title);
  for (let tries = 1; ; tries += 1) {
    const free = () => slugsLike(services.database, typeId, wish);
    const slug = given.slug ?? slugFromTitle(given.title, await free());
    try {
      const written = await writeNew(services, person, typeId, slug, given, making);
      if ('again' in written) return await getEntry(services, person, written.again);
      await announce(services, person, announced(written));
      return written.answer;
    } catch (error) {
      if (!isConstraintViolation(error, 'entry_slug')) throw error;
      if (given.slug !== undefined || tries === SLUG_TRIES) return slugTaken(services.database, typeId, slug);
    }
  }
}

async function writeNew(
  { models, database }: Services,
  person: PersonSummary,
  typeId: string,
  slug: string,
  given: z.output<typeof entryCreateSchema>,
  { key = null, authorId = person.id, id = newId('e', 12), also }: Making,
): Promise<Written | TakenBefore> {
  const { title, status, parent: parentId, template: templateId } = given;
  const own = { id, status, authorId, parentId, templateId };
  const { role } = person;
  return models.prepared(
    (model) => {
      const type = typeOrRefuse(model, typeId);
      assertTemplate(type, templateId);
      assertSlugFree(model, type, slug);
      return acceptedValues(database, model, type, own, { values: given.values, before: {}, role });
    },
    async (transaction, model, accepted) => {
      const type = typeOrRefuse(model, typeId);
      const { values } = accepted;
      const before = await takeOnce(transaction, key, { id: own.id });
      if (before) return { again: String(before['id']) };
      await assertParent(transaction, type, own.id, parentId);
      await assertFits(transaction, model, type, own, accepted, role);
      await lockMirrored(transaction, model, type, own.id, {}, values);
      const publishedAt = status === 'published' ? new Date().toISOString() : null;
      const record = { ...own, typeId, slug, title, values, updatedBy: person.name, publishedAt };
      const created = await insertEntry(transaction, record);
      await also?.(transaction, created);
      await writeDerivedRows(transaction, type, [{ entry: created, scope: accepted.scope }]);
      const others = await followMirrors(transaction, model, type, own.id, {}, values, person.name);
      return { answer: entryAnswer(created, type, role), others };
    },
  );
}

/** Finds an entry for the workbench. */
async function getEntry(
  { database, models }: Services,
  person: PersonSummary,
  id: string,
): Promise<EntryAnswer> {
  const { model } = await models.current();
  const found = await entryById(database, id);
  if (!found) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
  return entryAnswer(found, model.typeById.get(found.typeId), person.role);
}

async function conflict(
  database: Database,
  model: CompiledModel,
  person: PersonSummary,
  id: string,
): Promise<never> {
  const current = await entryById(database, id);
  if (!current) throw new ProblemException('not_found', 'This entry was deleted meanwhile.');
  const answer = entryAnswer(current, model.typeById.get(current.typeId), person.role);
  throw new ProblemException(
    'conflict',
    `${current.updatedBy} saved this entry meanwhile. Look at both versions, then save again.`,
    [],
    { entry: { ...answer } },
  );
}

/** What the working copy that is saved holds of fields that whoever saves may not change; undefined where there is none. */
async function unseenOf(
  { database, models }: Services,
  before: EntryRecord,
  { copy: seen }: EntrySave,
): Promise<JsonObject | undefined> {
  const copy = seen ? await copyOf(database, before.id) : undefined;
  if (copy?.mark !== seen || !copy) return undefined;
  const type = (await models.current()).model.typeById.get(before.typeId);
  return (await mergedWithCopy(database, type, before, copy)).values;
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
  key: string | null = null,
): Promise<EntryAnswer> {
  const { database, models } = services;
  if (await wasTaken(database, key)) return getEntry(services, person, id);
  const before = await entryById(database, id);
  if (!before) throw new ProblemException('not_found', 'This entry does not exist, or was deleted.');
  const unseen = await unseenOf(services, before, given);
  try {
    const written =
      before.version === given.version
        ? await writeOver(services, person, before, given, { key, unseen, also: doneByHand(before, given) })
        : null;
    if (!written) return conflict(database, (await models.current()).model, person, id);
    await announce(services, person, announced(written));
    return written.answer;
  } catch (error) {
    if (isConstraintViolation(error, 'entry_slug')) return slugTaken(database, before.typeId, given.slug);
    throw error;
  }
}

/**
 * Changes an entry as `saveEntry` does, and writes something more in the same transaction. It is told what stands in fields
 * that the person may not change, and what need not fit.
 * @param before the entry as it was read
 * @returns whether it was changed; false when it has another version meanwhile
 * @throws ProblemException when values are not valid
 */
export async function changeEntry(
  services: Services,
  person: PersonSummary,
  before: EntryRecord,
  given: EntrySave,
  also: AlsoWrite,
  { unseen, pardon }: Pick<Writing, 'unseen' | 'pardon'> = {},
): Promise<boolean> {
  const written = await writeOver(services, person, before, given, { also, unseen, pardon });
  if (written) await announce(services, person, announced(written));
  return written !== null;
}

/** How an entry is written, where it is not written as a request alone says. */
interface Writing {
  /** The key of the edit, for one that may be sent again. */
  readonly key?: string | null;
  readonly also?: AlsoWrite | undefined;
  /** What stands in fields that the person may not change; what stood there before, where nothing is said. */
  readonly unseen?: JsonObject | undefined;
  /** What need not fit; left out, everything has to. */
  readonly pardon?: Pardon | undefined;
}

/** What was planned for an entry and is done by hand is planned no more. */
function doneByHand(before: EntryRecord, { status, copy }: EntrySave): AlsoWrite | undefined {
  const isDone = status !== before.status || (status === 'published' && copy);
  if (!isDone) return undefined;
  return async (transaction, { id }) => {
    await dropPlanned(transaction, id, status === 'published' ? 'publish' : 'unpublish');
  };
}

/** Writes an entry over the version that somebody saw. @returns null when it has another meanwhile */
async function writeOver(
  { models, database }: Services,
  person: PersonSummary,
  before: EntryRecord,
  given: EntrySave,
  { key = null, also, unseen = before.values, pardon }: Writing,
): Promise<Written | null> {
  const { id, typeId, authorId } = before;
  const { version, title, slug, status } = given;
  const parentId = given.parent === undefined ? before.parentId : given.parent;
  const templateId = given.template === undefined ? before.templateId : given.template;
  const own = { id, status, authorId, parentId, templateId };
  const { role } = person;
  return models.prepared(
    (model) => {
      const type = typeOrRefuse(model, typeId);
      if (templateId !== before.templateId) assertTemplate(type, templateId);
      if (slug !== before.slug) assertSlugFree(model, type, slug);
      const candidate = { values: given.values, before: unseen, role, pardon };
      return acceptedValues(database, model, type, own, candidate);
    },
    async (transaction, model, accepted) => {
      const type = typeOrRefuse(model, typeId);
      const { values } = accepted;
      if (parentId !== before.parentId) await assertParent(transaction, type, id, parentId);
      await assertFits(transaction, model, type, own, accepted, role);
      await lockMirrored(transaction, model, type, id, before.values, values);
      const changes = { title, slug, status, values, parentId, templateId, updatedBy: person.name };
      const updated = await updateEntry(transaction, id, version, changes);
      if (!updated) return null;
      await takeOnce(transaction, key, { id });
      await endCopy(transaction, id, type, role, given.copy);
      await also?.(transaction, updated);
      await writeDerivedRows(transaction, type, [{ entry: updated, scope: accepted.scope }]);
      const others = await followMirrors(transaction, model, type, id, before.values, values, person.name);
      return { answer: entryAnswer(updated, type, role), others };
    },
  );
}

/**
 * Puts an entry that still has the version the caller saw into the bin.
 * @param also what is written in the same transaction
 * @returns whether it was; false when it has another version meanwhile
 * @throws ProblemException when it is gone, or when a relation that names it refuses
 */
export async function binEntry(
  services: Services,
  person: PersonSummary,
  found: EntryRecord,
  also: AlsoWrite = () => Promise.resolve(),
): Promise<boolean> {
  const others = await services.models.withModelLocked(async (transaction, model) => {
    const changed = await deleteEntry(transaction, model, found, person.name);
    if (changed) await also(transaction, found);
    return changed;
  });
  if (others) await announceGone(services, person, found, others);
  return others !== null;
}

/**
 * Puts an entry that still has the version the caller saw into the bin.
 * @throws ProblemException when it has another, or when a relation that names it refuses
 */
export async function removeEntry(
  services: Services,
  person: PersonSummary,
  id: string,
  version: number,
): Promise<void> {
  const found = await entryById(services.database, id);
  if (!found) throw new ProblemException('not_found', 'This entry was deleted already.');
  if (await binEntry(services, person, { ...found, version })) return;
  const { model } = await services.models.current();
  await conflict(services.database, model, person, id);
}
