import { appliedBulk, fieldOfBulk, type BulkChange } from '@tovlet/core/bulk/index';
import type { BulkState as EntryState } from '@tovlet/core/bulk/bulk-kind';
import type { EntrySave, PersonSummary } from '@tovlet/core/contracts/studio';
import { sameJson, type JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { entryAnswer } from '../../entries/answer';
import { entryById } from '../../entries/queries';
import { restoreEntry } from '../../entries/restore';
import { binEntry, changeEntry } from '../../entries/service';
import type { Database } from '../../db/connect';
import type { EntryRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import type { Pardon } from '../../values/accept-stored';
import { note, type BulkNote, type BulkRecord, type WaitingEntry } from './queries';

/** Somebody else may save an entry in the same moment: so often it is read again. */
const TRIES = 5;

/** The change was stopped while some of its entries were written: that is taken back with their transaction. */
export class StoppedMeanwhile extends Error {}

/** What is noted of an entry that is in the bin. */
const BIN = 'bin';

/** What of an entry a change is about: the value of its field, its status, or that it is in the bin. */
function partOf({ status, values, inBin }: EntryState, change: BulkChange, type: CompiledType): JsonValue {
  const field = fieldOfBulk(change, type);
  if (field) return values[field.id] ?? null;
  return inBin ? BIN : status;
}

/** What an entry would be; null where nothing would be different; or why it stays as it is. */
type Planned = { readonly next: EntryState | null } | { readonly refused: string };

/** Puts back what stood there before, unless something else stands there by now. */
function takenBack(
  state: EntryState,
  change: BulkChange,
  type: CompiledType,
  { before, after }: WaitingEntry,
): Planned {
  if (!sameJson(partOf(state, change, type), before ?? null))
    return { refused: 'It was changed again since.' };
  const field = fieldOfBulk(change, type);
  if (!field) return { next: { ...state, status: after === 'published' ? 'published' : 'draft' } };
  const rest = Object.entries(state.values).filter(([id]) => id !== field.id);
  const own = after === null ? [] : [[field.id, after] as const];
  return { next: { ...state, values: Object.fromEntries([...rest, ...own]) } };
}

const saved = ({ title, slug, version }: EntryRecord, { status, values }: EntryState): EntrySave => ({
  version,
  title,
  slug,
  status,
  values,
});

/**
 * A change of many is about one thing of each entry: what else is wrong with a published one stays so, for whoever mends it. What
 * is put back fitted no better when it was taken away.
 */
const pardonOf = (
  { change, takesBack }: BulkRecord,
  { status }: EntryRecord,
  next: EntryState,
): { readonly pardon?: Pardon } =>
  takesBack !== null || (status === 'published' && next.status === 'published')
    ? { pardon: { field: takesBack !== null && 'field' in change ? change.field : null } }
    : {};

/** Notes in a transaction what became of an entry; where it waits no more, that is taken back with the transaction. */
async function noteChanged(
  transaction: Database,
  bulk: string,
  { entryId }: WaitingEntry,
  before: JsonValue,
  after: JsonValue,
): Promise<void> {
  if (!(await note(transaction, bulk, entryId, { state: 'changed', before, after })))
    throw new StoppedMeanwhile();
}

/** Takes one entry out of the bin again. */
async function restoreOne(
  services: Services,
  { id }: BulkRecord,
  person: PersonSummary,
  waiting: WaitingEntry,
): Promise<void> {
  await restoreEntry(services, person, waiting.entryId, (transaction, { status }) =>
    noteChanged(transaction, id, waiting, BIN, status),
  );
  await services.events.publish({ kind: 'bin' });
}

/** What becomes of an entry: what is noted of it at once, or what it is to be. */
type Outlook =
  | { readonly noted: BulkNote }
  | { readonly record: EntryRecord; readonly next: EntryState; readonly before: JsonValue };

/** An entry as somebody sees it. */
const stateOf = (record: EntryRecord, type: CompiledType, { role }: PersonSummary): EntryState => ({
  status: record.status,
  values: entryAnswer(record, type, role).values,
  inBin: false,
});

/**
 * Says what a change comes to for an entry, before anything is written.
 * @param record undefined where it is not there
 */
export function outlookOf(
  { change, takesBack }: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
  waiting: WaitingEntry,
  record: EntryRecord | undefined,
): Outlook {
  if (record?.typeId !== type.contentType.id) return { noted: { state: 'gone' } };
  const state = stateOf(record, type, person);
  const planned =
    takesBack === null ? { next: appliedBulk(change, state, type) } : takenBack(state, change, type, waiting);
  if ('refused' in planned) return { noted: { state: 'refused', reason: planned.refused } };
  const { next } = planned;
  if (next === null) return { noted: { state: 'same' } };
  return { record, next, before: partOf(state, change, type) };
}

/** What is noted to stand where an entry was changed. */
export const partAfter = (
  written: EntryRecord,
  { change }: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
): JsonValue => partOf(stateOf(written, type, person), change, type);

/**
 * Changes one entry as a change of many says.
 * @returns false where somebody else saved it in the same moment
 */
async function tryOne(
  services: Services,
  bulk: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
  waiting: WaitingEntry,
): Promise<boolean> {
  const { database } = services;
  const { entryId } = waiting;
  const outlook = outlookOf(bulk, type, person, waiting, await entryById(database, entryId));
  if ('noted' in outlook) {
    await note(database, bulk.id, entryId, outlook.noted);
    return true;
  }
  const { record, next, before } = outlook;
  const also = (transaction: Database, written: EntryRecord): Promise<void> =>
    noteChanged(
      transaction,
      bulk.id,
      waiting,
      before,
      next.inBin ? BIN : partAfter(written, bulk, type, person),
    );
  return next.inBin
    ? binEntry(services, person, record, also)
    : changeEntry(services, person, record, saved(record, next), also, pardonOf(bulk, record, next));
}

/**
 * Puts one entry through a change, and notes in the same transaction what became of it.
 * @param person in whose name it is done, and what of the entry may be seen
 * @returns false where the change was stopped meanwhile: then the entry is as it was
 */
export async function changeOne(
  services: Services,
  bulk: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
  waiting: WaitingEntry,
): Promise<boolean> {
  const { database } = services;
  const refused = (reason: string): Promise<boolean> =>
    note(database, bulk.id, waiting.entryId, { state: 'refused', reason });
  try {
    if (bulk.takesBack !== null && bulk.change.kind === 'delete') {
      await restoreOne(services, bulk, person, waiting);
      return true;
    }
    for (let tries = 0; tries < TRIES; tries += 1)
      if (await tryOne(services, bulk, type, person, waiting)) return true;
    return await refused('Somebody else was saving it.');
  } catch (error) {
    if (error instanceof StoppedMeanwhile) return false;
    if (!(error instanceof ProblemException)) throw error;
    return error.kind === 'not_found'
      ? note(database, bulk.id, waiting.entryId, { state: 'gone' })
      : refused(error.detail);
  }
}
