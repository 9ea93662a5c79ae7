import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { convertNext } from '../../conversions/convert-values';
import type { Database } from '../../db/connect';
import { valueChange, type ValueChangeRecord } from '../../db/schema';
import { nextBatchSize, REFILL_BATCH } from '../../derived/refill';
import type { Services } from '../../services';
import type { Job } from '../job';

const dataSchema = z.strictObject({ change: z.string() });
type ConvertValues = z.infer<typeof dataSchema>;

/** So often workbenches are told how far it has come, in milliseconds. */
const TOLD_EVERY = 500;

async function changeById(database: Database, id: string): Promise<ValueChangeRecord | undefined> {
  const [change] = await database.select().from(valueChange).where(eq(valueChange.id, id));
  return change;
}

async function tell({ database, events }: Services, id: string): Promise<void> {
  const change = await changeById(database, id);
  if (!change) return;
  const { done, total, fields, at } = change;
  const of = Math.max(total, done);
  const field = fields.at(-1)?.after.label ?? '';
  await events.publish({ kind: 'values', id, field, done: at ? Math.min(done, of - 1) : of, total: of });
}

/**
 * Lets values follow a change of the model, in short transactions: each is by the model of its moment and notes what stood there
 * and how far it came. One that was taken back meanwhile ends where it is.
 */
export const convertValues: Job<Services, ConvertValues> = {
  kind: 'convert_values',
  data: dataSchema,
  after: 0,
  async step(services, data, mustEnd) {
    let size = REFILL_BATCH;
    let toldAt = performance.now();
    for (;;) {
      const start = performance.now();
      const next = await services.models.withModelLocked(async (transaction, model) => {
        const change = await changeById(transaction, data.change);
        if (!change?.at) return null;
        return (await convertNext(transaction, model, change, change.at, size)).next;
      });
      if (!next) {
        await tell(services, data.change);
        // So many entries are not told one by one: whatever shows some of them looks again.
        await services.events.publish({ kind: 'missed' });
        return null;
      }
      if (mustEnd()) return data;
      if (performance.now() - toldAt > TOLD_EVERY) {
        toldAt = performance.now();
        await tell(services, data.change);
      }
      size = nextBatchSize(size, performance.now() - start);
      await new Promise((resolve) => setImmediate(resolve));
    }
  },
};
