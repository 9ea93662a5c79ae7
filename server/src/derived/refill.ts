import { dayFrom } from '@tovlet/core/conditions/relative-day';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { and, eq, gt, inArray, isNotNull, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry as entryTable, entrySearch, indexTable } from '../db/schema';
import { typeTableOf } from '../db/type-table';
import { decideShown, writeDerivedRows } from './derived-rows';
import { ensureIndexes } from './index/table';
import { examineAnew } from './unexamined';

/** Entries of one statement where nobody waits behind it. */
const REBUILD_BATCH = 500;

/** Entries of the first batch beside other work, before it is known how long a batch takes. */
export const REFILL_BATCH = 10;

/** So long should one transaction of refilling take beside other work, in milliseconds: requests wait for it. */
const BATCH_TIME = 20;

/**
 * Adapts the size of the next batch to how long the last one took.
 * @param size entries of the last batch
 * @param elapsed milliseconds it took
 * @example nextBatchSize(100, 50) // => 50
 */
export function nextBatchSize(size: number, elapsed: number): number {
  const wanted = Math.round((size * BATCH_TIME) / Math.max(1, elapsed));
  return Math.max(10, Math.min(1000, size * 2, wanted));
}

/** Refills a table in one go. */
export async function refillAll(database: Database, model: CompiledModel, type: CompiledType): Promise<void> {
  await ensureIndexes(database, type);
  let more = true;
  while (more) more = await refillBatch(database, model, type, REBUILD_BATCH);
}

/**
 * Refills the next batch of a table and notes how far it came, to be resumed after an interruption.
 * @returns false when the table is complete
 */
export async function refillBatch(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  size = REFILL_BATCH,
): Promise<boolean> {
  const { id } = type.contentType;
  const [state] = await database.select().from(indexTable).where(eq(indexTable.typeId, id)).for('update');
  if (!state || state.filledTo === null) return false;
  const entries = await database
    .select()
    .from(entryTable)
    .where(and(eq(entryTable.typeId, id), gt(entryTable.id, state.filledTo)))
    .orderBy(entryTable.id)
    .limit(size);
  const shown = await decideShown(database, model, type, entries);
  await writeDerivedRows(database, type, shown);
  const filledTo = entries.length < size ? null : (entries.at(-1)?.id ?? null);
  const filledOn = state.filledTo === '' ? today() : state.filledOn;
  await database.update(indexTable).set({ filledTo, filledOn }).where(eq(indexTable.typeId, id));
  return filledTo !== null;
}

/** Lists the types whose tables wait to be refilled, as after a stop in the middle. */
export async function unfilledTypes(database: Database): Promise<readonly string[]> {
  const rows = await database
    .select({ typeId: indexTable.typeId })
    .from(indexTable)
    .where(isNotNull(indexTable.filledTo));
  return rows.map(({ typeId }) => typeId);
}

/** Empties a type's table and its search words, and makes both anew from the entries. */
export async function rebuild(database: Database, model: CompiledModel, type: CompiledType): Promise<void> {
  const { id } = type.contentType;
  await database.execute(sql`TRUNCATE ${typeTableOf(id)}`);
  const own = database.select({ id: entryTable.id }).from(entryTable).where(eq(entryTable.typeId, id));
  await database.delete(entrySearch).where(inArray(entrySearch.entryId, own));
  await database.update(indexTable).set({ filledTo: '' }).where(eq(indexTable.typeId, id));
  await refillAll(database, model, type);
}

const today = (): string => dayFrom({ today: 0, unit: 'days' });

/** Marks the tables of types for refilling that were filled on an earlier day. */
export async function markPastDays(database: Database, typeIds: readonly string[]): Promise<void> {
  const past = await database
    .select({ id: indexTable.typeId })
    .from(indexTable)
    .where(and(inArray(indexTable.typeId, [...typeIds]), lt(indexTable.filledOn, today())));
  await markForRefill(
    database,
    past.map(({ id }) => id),
  );
}

/** Marks the tables of types for refilling, as after a change of what decides their rows beside the entries. */
export async function markForRefill(database: Database, typeIds: readonly string[]): Promise<void> {
  if (typeIds.length === 0) return;
  await database
    .update(indexTable)
    .set({ filledTo: '' })
    .where(inArray(indexTable.typeId, [...typeIds]));
  await examineAnew(database, typeIds);
}
