import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import { factsReader } from './facts';
import { writeIndexRows, type IndexedEntry } from './index/rows';
import { writeLinks } from './links';
import { writeSearchText } from './search';

/** Writes what shows of some entries: their index rows, and the words the search finds them by. */
export async function writeShown(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  entries: readonly IndexedEntry[],
): Promise<void> {
  if (entries.length === 0) return;
  const factsOf = await factsReader(database, model);
  const scoped = entries.map((entry) => ({
    entry,
    scope: resolveVisibility(model, type, entry.values, factsOf(type, entry)),
  }));
  await writeIndexRows(database, type, scoped);
  await writeSearchText(
    database,
    type,
    scoped.map(({ entry, scope }) => ({ id: entry.id, scope })),
  );
}

/** Writes what is kept beside some entries: what shows of them, and the links to what they refer to. */
export async function writeDerivedRows(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  entries: readonly IndexedEntry[],
): Promise<void> {
  await writeShown(database, model, type, entries);
  await writeLinks(database, type, entries);
}
