import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { and, eq, inArray } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import type { Database } from '../db/connect';
import { entry, type EntryRecord } from '../db/schema';
import { typeTable } from '../db/type-table';

/** What rows find their entries by, as a text, so that 12 and "12" are the same. */
export const keyText = (value: JsonValue): string => (typeof value === 'object' ? '' : String(value));

async function withColumn(
  database: Database,
  type: CompiledType,
  column: PgColumn,
  values: readonly JsonValue[],
): Promise<readonly (readonly [string, EntryRecord])[]> {
  const { common } = typeTable(type);
  const found = await database
    .select({ key: column, record: entry })
    .from(common)
    .innerJoin(entry, eq(entry.id, common.entryId))
    .where(inArray(column, [...values]));
  return found.map(({ key, record }) => [String(key), record] as const);
}

async function withOwn(
  database: Database,
  { contentType }: CompiledType,
  of: 'title' | 'slug',
  values: readonly JsonValue[],
): Promise<readonly (readonly [string, EntryRecord])[]> {
  const found = await database
    .select()
    .from(entry)
    .where(and(eq(entry.typeId, contentType.id), inArray(entry[of], values.map(keyText))));
  return found.map((record) => [record[of], record] as const);
}

/**
 * Finds the entries that rows are about.
 * @param key `title`, `slug`, or the id of an indexed field
 * @param values what stands there
 * @returns the entries that have each, by its text; several where it tells none apart
 */
export async function knownEntries(
  database: Database,
  type: CompiledType,
  key: string,
  values: readonly JsonValue[],
): Promise<ReadonlyMap<string, readonly EntryRecord[]>> {
  const wanted = [...new Set(values.filter((value) => typeof value !== 'object'))];
  const found = new Map<string, EntryRecord[]>();
  if (wanted.length === 0) return found;
  const column = typeTable(type).fields[key];
  const pairs =
    key === 'title' || key === 'slug'
      ? await withOwn(database, type, key, wanted)
      : column
        ? await withColumn(database, type, column, wanted)
        : [];
  for (const [text, record] of pairs) found.set(text, [...(found.get(text) ?? []), record]);
  return found;
}
