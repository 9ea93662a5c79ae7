import type { JsonValue } from '@tovlet/core/json';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { ReadRow } from '@tovlet/core/transfer/read-row';
import type { Database } from '../db/connect';
import type { EntryRecord } from '../db/schema';
import { entriesById } from '../entries/queries';
import type { ImportContext } from './import-context';
import { keyText, knownEntries } from './known-entries';
import { rowIdOf } from './packages/gathered-rows';
import { notedRows } from './queries';

/** What a row finds its entry by; null where it does not say it. */
export function keyOf({ recipe: { key } }: ImportContext, row: ReadRow): JsonValue {
  if (key === 'title' || key === 'slug') return row[key];
  return row.values.find(({ to }) => to === key)?.value ?? null;
}

/** The entries that rows are about, by the numbers of the rows. */
export type FoundEntries = ReadonlyMap<number, readonly EntryRecord[]>;

/** Where rows were brought in already, their entries are those that were written. */
async function writtenEntries(
  database: Database,
  { id }: ImportContext,
  rows: readonly ReadRow[],
): Promise<FoundEntries> {
  const numbers = rows.map(({ number }) => number);
  const noted = await notedRows(database, id, 'run', numbers);
  const records = await entriesById(
    database,
    noted.flatMap(({ entryId }) => entryId ?? []),
  );
  const byId = new Map(records.map((record) => [record.id, record]));
  return new Map(
    noted.map(({ number, entryId }) => {
      const record = entryId === null ? undefined : byId.get(entryId);
      return [number, record ? [record] : []];
    }),
  );
}

/** Gathered rows say the ids of their entries. */
async function gatheredEntries(
  database: Database,
  { type }: ImportContext,
  sources: readonly SourceRow[],
): Promise<FoundEntries> {
  const ids = new Map(sources.map((row) => [row.number, rowIdOf(row)]));
  const records = await entriesById(
    database,
    [...ids.values()].flatMap((id) => id ?? []),
  );
  const own = records.filter(({ typeId }) => typeId === type.contentType.id);
  const byId = new Map(own.map((record) => [record.id, record]));
  return new Map(
    [...ids].map(([number, id]) => {
      const record = id === null ? undefined : byId.get(id);
      return [number, record ? [record] : []];
    }),
  );
}

/** Finds the entries that rows are about: by their keys, or, once they were brought in, those that they became. */
export async function findEntries(
  database: Database,
  context: ImportContext,
  rows: readonly ReadRow[],
  sources: readonly SourceRow[],
): Promise<FoundEntries> {
  if (context.phase === 'verify') return writtenEntries(database, context, rows);
  const { recipe, type } = context;
  if (context.gathered) return gatheredEntries(database, context, sources);
  if (recipe.key === null) return new Map();
  const keys = rows.map((row) => keyOf(context, row));
  const known = await knownEntries(database, type, recipe.key, keys);
  return new Map(rows.map(({ number }, at) => [number, known.get(keyText(keys[at] ?? null)) ?? []]));
}
