import { appliedBulk, fieldOfBulk, type BulkChange } from '@tovlet/core/bulk/index';
import type { BulkState as EntryState } from '@tovlet/core/bulk/bulk-kind';
import type { EntrySave, PersonSummary } from '@tovlet/core/contracts/studio';
import { sameJson, type JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { entryAnswer } from '../../entries/answer';
import { entryById } from '../../entries/queries';
import { changeEntry } from '../../entries/service';
import type { EntryRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { note, type BulkRecord, type WaitingEntry } from './queries';

/** Somebody else may save an entry in the same moment: so often it is read again. */
const TRIES = 5;

/** The change was stopped while one of its entries was written: that is taken back with its transaction. */
class StoppedMeanwhile extends Error {}

/** What of an entry a change is about: the value of its field, or its status. */
function partOf({ status, values }: EntryState, change: BulkChange, type: CompiledType): JsonValue {
  const field = fieldOfBulk(change, type);
  return field ? (values[field.id] ?? null) : status;
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
 * Puts one entry through a change, and notes in the same transaction what became of it.
 * @param person in whose name it is done, and what of the entry may be seen
 * @returns false where the change was stopped meanwhile: then the entry is as it was
 */
export async function changeOne(
  services: Services,
  { id, change, takesBack }: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
  waiting: WaitingEntry,
): Promise<boolean> {
  const { database } = services;
  const { entryId } = waiting;
  const seen = (record: EntryRecord): EntryState => ({
    status: record.status,
    values: entryAnswer(record, type, person.role).values,
  });
  for (let tries = 0; tries < TRIES; tries += 1) {
    const record = await entryById(database, entryId);
    if (record?.typeId !== type.contentType.id) return note(database, id, entryId, { state: 'gone' });
    const state = seen(record);
    const planned =
      takesBack === null
        ? { next: appliedBulk(change, state, type) }
        : takenBack(state, change, type, waiting);
    if ('refused' in planned)
      return note(database, id, entryId, { state: 'refused', reason: planned.refused });
    const { next } = planned;
    if (next === null) return note(database, id, entryId, { state: 'same' });
    const before = partOf(state, change, type);
    try {
      const isDone = await changeEntry(
        services,
        person,
        record,
        saved(record, next),
        async (transaction, written) => {
          const after = partOf(seen(written), change, type);
          const noted = await note(transaction, id, entryId, { state: 'changed', before, after });
          if (!noted) throw new StoppedMeanwhile();
        },
      );
      if (isDone) return true;
    } catch (error) {
      if (error instanceof StoppedMeanwhile) return false;
      if (!(error instanceof ProblemException)) throw error;
      return note(database, id, entryId, { state: 'refused', reason: error.detail });
    }
  }
  return note(database, id, entryId, { state: 'refused', reason: 'Somebody else was saving it.' });
}
