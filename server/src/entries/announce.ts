import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { EntryRecord } from '../db/schema';
import type { Services } from '../services';

/** An entry that changed, as workbenches are told of it. */
export type ChangedEntry = Pick<EntryRecord, 'id' | 'typeId' | 'version'>;

/** Tells open workbenches that entries are others now. */
export async function announce(
  { events }: Pick<Services, 'events'>,
  person: Pick<PersonSummary, 'id'>,
  changed: readonly ChangedEntry[],
): Promise<void> {
  for (const { id, typeId: type, version } of changed)
    await events.publish({ kind: 'entry', id, type, version, author: person.id });
}

/** Tells them that an entry is gone, into the bin, and others changed with it. */
export async function announceGone(
  services: Pick<Services, 'events'>,
  person: Pick<PersonSummary, 'id'>,
  gone: ChangedEntry,
  others: readonly ChangedEntry[],
): Promise<void> {
  await announce(services, person, [{ ...gone, version: gone.version + 1 }, ...others]);
  await services.events.publish({ kind: 'bin' });
}
