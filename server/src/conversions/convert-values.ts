import type { CompiledModel } from '@tovlet/core/model/compiled';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { valueChange, type ConvertedTo, type EntryRecord, type ValueChangeRecord } from '../db/schema';
import { convertBatch } from './convert-batch';
import { holderKinds } from './holders';

/** So few things follow in the transaction of the model's change itself. */
export const FOLLOW_AT_ONCE = 100;

/** Where a change begins. */
export const BEGINNING: ConvertedTo = { kind: 'copy', after: '' };

/** What a step came to, and where the next one begins; null where nothing is left. */
export interface ConvertedStep {
  readonly next: ConvertedTo | null;
  readonly entries: readonly EntryRecord[];
}

/** The next table; null after the last. */
function beyond({ kind }: ConvertedTo): ConvertedTo | null {
  const next = holderKinds[holderKinds.indexOf(kind) + 1];
  return next ? { kind: next, after: '' } : null;
}

/**
 * Converts the next values of a change, and notes in the same transaction how far that came: no value is converted twice.
 * @param model as it is by now, and stays in the transaction
 * @param at how far the change has come
 */
export async function convertNext(
  database: Database,
  model: CompiledModel,
  change: ValueChangeRecord,
  at: ConvertedTo,
  limit: number,
): Promise<ConvertedStep> {
  const { last, looked, entries } = await convertBatch(database, model, change, { ...at, limit });
  const next = last === null ? beyond(at) : { ...at, after: last };
  await database
    .update(valueChange)
    .set({ done: sql`${valueChange.done} + ${looked}`, at: next })
    .where(eq(valueChange.id, change.id));
  return { next, entries };
}

/**
 * Converts all values of a change in the transaction that makes it.
 * @returns the entries that are others now
 */
export async function convertAtOnce(
  database: Database,
  model: CompiledModel,
  change: ValueChangeRecord,
): Promise<readonly EntryRecord[]> {
  const entries: EntryRecord[] = [];
  let { at } = change;
  while (at) {
    const step: ConvertedStep = await convertNext(database, model, change, at, FOLLOW_AT_ONCE);
    entries.push(...step.entries);
    at = step.next;
  }
  return entries;
}
