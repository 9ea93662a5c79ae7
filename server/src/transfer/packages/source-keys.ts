import { ROW_ID } from '@tovlet/core/packages/move-recipe';
import { and, eq, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../../db/connect';
import { bin, entry, sourceKey, term, type MoveRecord } from '../../db/schema';
import type { LookedAt } from '../looked-at';

/** A row of a table from elsewhere, and what it became or will become. */
export interface KnownRow {
  readonly key: string;
  readonly thingId: string;
}

/** The rows of a table that one of some keys or things is known of. */
async function knownRows(
  database: Database,
  origin: string,
  table: string,
  by: typeof sourceKey.key | typeof sourceKey.thingId,
  wanted: readonly string[],
): Promise<readonly KnownRow[]> {
  if (wanted.length === 0) return [];
  return database
    .select({ key: sourceKey.key, thingId: sourceKey.thingId })
    .from(sourceKey)
    .where(
      and(eq(sourceKey.origin, origin), eq(sourceKey.sourceTable, table), anyOf(by, [...new Set(wanted)])),
    );
}

/** What rows of a table became, or will become, by their keys. */
export async function thingsOf(
  database: Database,
  origin: string,
  table: string,
  keys: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const found = await knownRows(database, origin, table, sourceKey.key, keys);
  return new Map(found.map(({ key, thingId }) => [key, thingId]));
}

/** Which row of a table some things are, by their ids. */
export async function keysOf(
  database: Database,
  origin: string,
  table: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const found = await knownRows(database, origin, table, sourceKey.thingId, ids);
  return new Map(found.map(({ key, thingId }) => [thingId, key]));
}

/** Those of some things that lie in the bin: whoever comes again does not take their place. */
export async function binned(database: Database, ids: readonly string[]): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set();
  const found = await database.select({ id: bin.id }).from(bin).where(anyOf(bin.id, ids));
  return new Set(found.map(({ id }) => id));
}

/** Some things that are there, each with the type or taxonomy that it is of. */
export async function present(
  database: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const entries = await database
    .select({ id: entry.id, of: entry.typeId })
    .from(entry)
    .where(anyOf(entry.id, ids));
  const terms = await database
    .select({ id: term.id, of: term.taxonomyId })
    .from(term)
    .where(anyOf(term.id, ids));
  return new Map([...entries, ...terms].map(({ id, of }) => [id, of]));
}

/** Writes down what rows of a table will become. */
export async function keepKeys(
  database: Database,
  { id: moveId, origin }: Pick<MoveRecord, 'id' | 'origin'>,
  sourceTable: string,
  rows: readonly KnownRow[],
): Promise<void> {
  if (rows.length === 0) return;
  const unique = [...new Map(rows.map((row) => [row.key, row])).values()];
  await database
    .insert(sourceKey)
    .values(unique.map((row) => ({ origin, sourceTable, moveId, ...row })))
    .onConflictDoUpdate({
      target: [sourceKey.origin, sourceKey.sourceTable, sourceKey.key],
      set: { thingId: sql`excluded.thing_id`, moveId, refused: false },
    });
}

/** Notes of rows that were looked at whether they are taken: what names one that is not names nothing. */
export async function noteRefused(
  database: Database,
  origin: string,
  looked: readonly LookedAt[],
): Promise<void> {
  for (const refused of [true, false]) {
    const ids = looked
      // What is there already can be named, whatever its row says.
      .filter(({ outcome, record }) => (outcome === 'refused' && !record) === refused)
      .flatMap(({ row }) => {
        const id = row.cells[ROW_ID];
        return typeof id === 'string' ? [id] : [];
      });
    if (ids.length === 0) continue;
    await database
      .update(sourceKey)
      .set({ refused })
      .where(
        and(eq(sourceKey.origin, origin), anyOf(sourceKey.thingId, ids), eq(sourceKey.refused, !refused)),
      );
  }
}
