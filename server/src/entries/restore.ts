import type { PersonSummary, Restored } from '@tovlet/core/contracts/studio';
import { pageTakenBy } from '@tovlet/core/delivery/page-address';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { slugFromTitle } from '@tovlet/core/model/keys';
import { and, eq, isNull } from 'drizzle-orm';
import { changeInBin, lookInBin, takeFromBin } from '../db/bin';
import { anyOf, type Database } from '../db/connect';
import { isConstraintViolation } from '../db/constraint-violation';
import {
  entry,
  entryComment,
  entryCopy,
  person as personTable,
  type BinContentOf,
  type EntryRecord,
} from '../db/schema';
import { decideShown, writeDerivedRows } from '../derived/derived-rows';
import { ProblemException } from '../http/problem';
import { agreedWithMirrors } from '../relations/mirrors';
import { leaveWordInBin, putBack } from '../relations/references-out';
import type { Services } from '../services';
import { announce } from './announce';
import { standsInTheWay, storedFit, type StoredFit } from './fits-stored';
import { noteReturn } from './history/queries';
import { insertEntry, slugsLike } from './queries';

const gone = (): never => {
  throw new ProblemException('not_found', 'This entry is no longer in the bin.');
};

function typeOf(model: CompiledModel, { typeId }: EntryRecord): CompiledType {
  const type = model.typeById.get(typeId);
  if (!type)
    throw new ProblemException(
      'in_use',
      'The content type of this entry is gone. Bring the type back first: the history of the model can.',
    );
  return type;
}

/** The slug it had, or the nearest that is free. */
async function freeSlug(
  transaction: Database,
  model: CompiledModel,
  { contentType }: CompiledType,
  slug: string,
): Promise<string> {
  const taken = await slugsLike(transaction, contentType.id, slug);
  const isTaken =
    taken.includes(slug) || pageTakenBy(model.document.contentTypes, contentType, slug) !== null;
  return isTaken ? slugFromTitle(slug, [...taken, slug]) : slug;
}

async function isThere(
  transaction: Database,
  table: typeof entry | typeof personTable,
  id: string | null,
): Promise<boolean> {
  if (id === null) return false;
  return (await transaction.select({ id: table.id }).from(table).where(eq(table.id, id))).length > 0;
}

/** Leaves word in the bin with the entry that one stood below: should that come back, it stands there again. */
async function waitForParent(transaction: Database, id: string, parentId: string): Promise<void> {
  const content = await lookInBin(transaction, 'entry', parentId);
  if (!content) return;
  const children = [...content.children.filter((each) => each !== id), id];
  await changeInBin(transaction, 'entry', parentId, { ...content, children });
}

/** The entry as it can be by now, and what about it is not as it was. */
interface Returning {
  readonly record: EntryRecord;
  readonly notes: readonly string[];
}

/** What an entry stands in: its address, the entry above it, its author, its template, as far as they are still there. */
async function placed(
  transaction: Database,
  model: CompiledModel,
  type: CompiledType,
  record: EntryRecord,
): Promise<Returning> {
  const slug = await freeSlug(transaction, model, type, record.slug);
  const hasParent = await isThere(transaction, entry, record.parentId);
  if (!hasParent && record.parentId !== null) await waitForParent(transaction, record.id, record.parentId);
  const hasAuthor = await isThere(transaction, personTable, record.authorId);
  const hasTemplate = type.contentType.templates.some(({ id }) => id === record.templateId);
  const notes = [
    ...(slug === record.slug
      ? []
      : [`Its slug is “${slug}” now: “${record.slug}” belongs to another entry.`]),
    ...(hasParent || record.parentId === null ? [] : ['The entry it stood below is gone.']),
    ...(hasTemplate || record.templateId === null ? [] : ['The template chosen for its page is gone.']),
  ];
  const parentId = hasParent ? record.parentId : null;
  const authorId = hasAuthor ? record.authorId : null;
  const templateId = hasTemplate ? record.templateId : null;
  return { record: { ...record, slug, parentId, authorId, templateId }, notes };
}

/** A published entry that could not be published any more comes back as a draft. */
async function withStatus(
  transaction: Database,
  model: CompiledModel,
  type: CompiledType,
  { record, notes }: Returning,
  fit: StoredFit | null,
): Promise<Returning> {
  const [first] = fit ? await standsInTheWay(transaction, model, type, record.id, fit) : [];
  if (!first) return { record, notes };
  const note = `It is a draft now: ${issueMessage(first.issue, first.label)}`;
  return { record: { ...record, status: 'draft', publishedAt: null }, notes: [...notes, note] };
}

/** Puts what stood below an entry there again, as far as it stands nowhere else by now. */
async function putBelow(
  transaction: Database,
  id: string,
  children: readonly string[],
  parentId: string | null,
): Promise<void> {
  const free = children.filter((each) => each !== parentId);
  await transaction
    .update(entry)
    .set({ parentId: id })
    .where(and(anyOf(entry.id, free), isNull(entry.parentId)));
}

/** What came back, and the other entries that changed with it. */
interface Written {
  readonly record: EntryRecord;
  readonly notes: readonly string[];
  readonly others: readonly EntryRecord[];
}

async function write(
  transaction: Database,
  model: CompiledModel,
  { record: binned, children, left, copy, comments = [] }: BinContentOf<'entry'>,
  fit: StoredFit | null,
  author: string,
): Promise<Written> {
  const type = typeOf(model, binned);
  const returning = await placed(transaction, model, type, binned);
  const { record, notes } = await withStatus(transaction, model, type, returning, fit);
  const others = await putBack(transaction, model, { kind: 'entry', id: record.id }, left, author);
  const values = await agreedWithMirrors(transaction, model, type, record.id, record.values);
  await leaveWordInBin(transaction, type, record.id, record.values, values);
  const changes = { values, version: record.version + 1, updatedBy: author };
  const created = await insertEntry(transaction, {
    ...record,
    ...changes,
    updatedAt: new Date().toISOString(),
  });
  await noteReturn(transaction, binned, created);
  if (copy) await transaction.insert(entryCopy).values(copy);
  if (comments.length > 0) await transaction.insert(entryComment).values([...comments]);
  await writeDerivedRows(transaction, type, await decideShown(transaction, model, type, [created]));
  await putBelow(transaction, record.id, children, record.parentId);
  return { record: created, notes, others };
}

/** A slug is chosen anew when somebody else took it in the same moment. */
const SLUG_TRIES = 5;

/** What is written in the same transaction as an entry that comes back. */
export type AlsoRestored = (transaction: Database, record: EntryRecord) => Promise<void>;

/**
 * Brings an entry back from the bin: with its values and its address, into the entries that named it, above those that stood
 * below it. What was changed since stays.
 * @returns what came back, and what about it is not as it was
 * @throws ProblemException where it is not in the bin, or its content type is gone
 */
export async function restoreEntry(
  services: Services,
  person: PersonSummary,
  id: string,
  also: AlsoRestored = () => Promise.resolve(),
): Promise<Restored> {
  const { models, database } = services;
  const attempt = (): Promise<Written> =>
    models.prepared(
      async (model) => {
        const { record } = (await lookInBin(database, 'entry', id)) ?? gone();
        if (record.status === 'draft') return null;
        return storedFit(database, model, typeOf(model, record), record);
      },
      async (transaction, model, fit) => {
        const content = (await takeFromBin(transaction, 'entry', id)) ?? gone();
        const written = await write(transaction, model, content, fit, person.name);
        await also(transaction, written.record);
        return written;
      },
    );
  for (let tries = 1; ; tries += 1) {
    try {
      const { record, notes, others } = await attempt();
      await announce(services, person, [record, ...others]);
      return { kind: 'entry', id, name: record.title, subject: record.typeId, notes };
    } catch (error) {
      if (!isConstraintViolation(error, 'entry_slug') || tries === SLUG_TRIES) throw error;
    }
  }
}
