import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { anyOf } from '../../db/connect';
import { entry } from '../../db/schema';
import { changeTogether, type ChangedTogether } from '../../entries/change-together';
import type { Services } from '../../services';
import { outlookOf, partAfter, StoppedMeanwhile } from './change-one';
import { noteAll, type BulkRecord, type NotedEntry, type WaitingEntry } from './queries';

/** What some entries come to: what is noted of them at once, and what is to be written. */
interface Outlooks {
  readonly noted: readonly NotedEntry[];
  readonly changes: readonly ChangedTogether[];
  /** What stands where each of those is changed. */
  readonly before: ReadonlyMap<string, JsonValue>;
}

async function outlooksOf(
  { database }: Services,
  bulk: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
  waiting: readonly WaitingEntry[],
): Promise<Outlooks> {
  const ids = waiting.map(({ entryId }) => entryId);
  const records = await database.select().from(entry).where(anyOf(entry.id, ids));
  const byId = new Map(records.map((record) => [record.id, record]));
  const noted: NotedEntry[] = [];
  const changes: ChangedTogether[] = [];
  const before = new Map<string, JsonValue>();
  for (const each of waiting) {
    const outlook = outlookOf(bulk, type, person, each, byId.get(each.entryId));
    if ('noted' in outlook) noted.push({ entryId: each.entryId, ...outlook.noted });
    else {
      const { status, values } = outlook.next;
      changes.push({ before: outlook.record, status, values });
      before.set(each.entryId, outlook.before);
    }
  }
  return { noted, changes, before };
}

/**
 * Puts some entries through a change in one transaction, and notes in the same what became of them.
 * @returns false where one of them has to be looked at alone: then none was changed
 */
export async function changeSome(
  services: Services,
  bulk: BulkRecord,
  type: CompiledType,
  person: PersonSummary,
  waiting: readonly WaitingEntry[],
): Promise<boolean> {
  // What goes into the bin, or comes out of it, changes others with it.
  if (bulk.change.kind === 'delete') return false;
  const { noted, changes, before } = await outlooksOf(services, bulk, type, person, waiting);
  await noteAll(services.database, bulk.id, noted);
  if (changes.length === 0) return true;
  try {
    return await changeTogether(
      services,
      person,
      type.contentType.id,
      changes,
      async (transaction, written) => {
        const notes = written.map((record): NotedEntry => ({
          entryId: record.id,
          state: 'changed',
          before: before.get(record.id) ?? null,
          after: partAfter(record, bulk, type, person),
        }));
        if ((await noteAll(transaction, bulk.id, notes)) < notes.length) throw new StoppedMeanwhile();
      },
    );
  } catch (error) {
    // What waits no more is not looked at again.
    if (error instanceof StoppedMeanwhile) return true;
    throw error;
  }
}
