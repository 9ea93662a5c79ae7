import type { FillingState } from '@tovlet/core/contracts/events';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { count, eq, lte, sql } from 'drizzle-orm';
import { z } from 'zod';
import type { Database } from '../../db/connect';
import { ensureIndexes } from '../../derived/index/table';
import { examineAnew } from '../../derived/unexamined';
import { nextBatchSize, REFILL_BATCH, refillBatch, unfilledTypes } from '../../derived/refill';
import { indexTable } from '../../db/schema';
import { typeTableOf } from '../../db/type-table';
import type { ModelStore } from '../../revisions/store';
import type { Services } from '../../services';
import { examineEntries } from '../examine_entries/examine-entries';
import type { Job } from '../job';

/** Counts a batch in; a table may have fewer rows than it will have, and is finished only when nothing is left. */
function progressed(state: FillingState, batch: number, more: boolean): FillingState {
  if (!more) return { ...state, done: state.entries };
  return { ...state, done: Math.max(0, Math.min(state.done + batch, state.entries - 1)) };
}

/** Counts in the table itself: the entries are many times as large. */
async function countFilled(database: Database, typeId: string): Promise<FillingState> {
  const table = typeTableOf(typeId);
  const [row] = await database
    .select({
      entries: count(),
      done: sql<number>`(count(*) FILTER (WHERE ${lte(table.entryId, indexTable.filledTo)}))::int`,
    })
    .from(table)
    .innerJoin(indexTable, eq(indexTable.typeId, typeId));
  return { type: typeId, done: row?.done ?? 0, entries: row?.entries ?? 0 };
}

/**
 * Fills a batch by the model of this moment: it cannot change until the batch is written.
 * @returns whether there is more to fill
 */
function fillBatch(models: ModelStore, typeId: string, size: number): Promise<boolean> {
  return models.withModelLocked(async (transaction, model) => {
    const type = model.typeById.get(typeId);
    return type !== undefined && refillBatch(transaction, model, type, size);
  });
}

/** Who has the same value as another can be told only by a table that is filled. */
async function lookForTwins(
  { database, jobs }: Services,
  { contentType, fields }: CompiledType,
): Promise<void> {
  if (!fields.some(({ field }) => field.unique)) return;
  await examineAnew(database, [contentType.id]);
  await jobs.send(examineEntries, {});
}

/** @returns whether the table is complete, or nobody needs it any more */
async function fillTable(services: Services, typeId: string, mustEnd: () => boolean): Promise<boolean> {
  const { database, filling, models } = services;
  let prepared: CompiledModel | null = null;
  let state: FillingState = { type: typeId, done: 0, entries: 0 };
  let size = REFILL_BATCH;
  for (;;) {
    const start = performance.now();
    const { model } = await models.current();
    const type = model.typeById.get(typeId);
    if (!type) return true;
    // A table begins anew when the model changes under way.
    if (model !== prepared) {
      await ensureIndexes(database, type);
      state = await countFilled(database, typeId);
    }
    prepared = model;
    const more = await fillBatch(models, typeId, size);
    state = progressed(state, size, more);
    await filling.tell(state);
    if (!more) {
      await lookForTwins(services, type);
      return true;
    }
    if (mustEnd()) return false;
    size = nextBatchSize(size, performance.now() - start);
    // Requests get their turn between two batches.
    await new Promise((resolve) => setImmediate(resolve));
  }
}

/**
 * Lists what waits, once no change of the model is under way: a change that found this job waiting sent none of its own, and
 * what it marks can be seen only when it is committed.
 */
const waiting = (models: ModelStore): Promise<readonly string[]> =>
  models.withModelLocked((transaction) => unfilledTypes(transaction));

/** @returns whether all tables are filled */
async function fillWaiting(services: Services, mustEnd: () => boolean): Promise<boolean> {
  try {
    for (const typeId of await waiting(services.models))
      if (!(await fillTable(services, typeId, mustEnd))) return false;
    return true;
  } finally {
    services.filling.end();
  }
}

/**
 * Fills the index tables that wait for it after a change of the model, beside other work.
 *
 * One short transaction follows the other, and each notes how far it came. Where several processes do it at once, the first to
 * lock a table's line fills its next batch, so that none is filled twice.
 */
export const fillIndexes: Job<Services, Record<string, never>> = {
  kind: 'fill_indexes',
  data: z.strictObject({}),
  after: 0,
  step: async (services, data, mustEnd) => ((await fillWaiting(services, mustEnd)) ? null : data),
};

/**
 * Fills all tables that wait, while the caller waits.
 * @throws what the database refused; the tables then wait for the next time
 */
export async function fillAllIndexes(services: Services): Promise<void> {
  await fillWaiting(services, () => false);
}
