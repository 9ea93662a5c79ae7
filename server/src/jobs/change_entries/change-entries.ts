import { z } from 'zod';
import { editorById } from '../../entries/editor-by-id';
import type { Services } from '../../services';
import type { Job } from '../job';
import { changeOne } from './change-one';
import { changeSome } from './change-some';
import { bulkById, countsOf, refuseWaiting, waitingOf, type BulkRecord } from './queries';

/** Entries that are read at once, and written in one transaction where they can be, else each in its own. */
const BATCH = 25;

const dataSchema = z.strictObject({ bulk: z.string() });
type ChangeEntries = z.infer<typeof dataSchema>;

async function tell({ database, events }: Services, { id, typeId, total }: BulkRecord): Promise<void> {
  const { waiting } = await countsOf(database, id);
  await events.publish({ kind: 'bulk', id, type: typeId, done: total - waiting, total });
}

/** Puts entries through a change of many, a few at a time; what was done is noted with each. */
export const changeEntries: Job<Services, ChangeEntries> = {
  kind: 'change_entries',
  data: dataSchema,
  after: 0,
  async step(services, data, mustEnd) {
    const { database, models } = services;
    const bulk = await bulkById(database, data.bulk);
    if (!bulk) return null;
    for (;;) {
      const waiting = await waitingOf(database, bulk.id, BATCH);
      if (waiting.length === 0) {
        await tell(services, bulk);
        return null;
      }
      const author = await editorById(database, bulk.personId);
      const { model } = await models.current();
      const type = model.typeById.get(bulk.typeId);
      if (!author || !type) {
        await refuseWaiting(
          database,
          bulk.id,
          author ? 'Its content type is gone.' : 'Whoever asked for it may not change entries any more.',
        );
        continue;
      }
      if (await changeSome(services, bulk, type, author, waiting)) {
        await tell(services, bulk);
        if (mustEnd()) return data;
        continue;
      }
      for (const each of waiting) {
        // What was stopped meanwhile waits no more, nor do the others of the batch.
        if (!(await changeOne(services, bulk, type, author, each)) || mustEnd()) break;
      }
      await tell(services, bulk);
      if (mustEnd()) return data;
    }
  },
};
