import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import type { Database } from '../db/connect';
import { factsReader } from './facts';
import { writeIndexRows, type IndexedEntry, type ScopedEntry } from './index/rows';
import { writeLinks } from './links';
import { writeSearchText } from './search';

/** Decides what shows of some entries of one type; whoever saves one has decided it already. */
export async function decideShown(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  entries: readonly IndexedEntry[],
): Promise<readonly ScopedEntry[]> {
  if (entries.length === 0) return [];
  const factsOf = await factsReader(database, model);
  return entries.map((entry) => ({
    entry,
    scope: resolveVisibility(model, type, entry.values, factsOf(type, entry)),
  }));
}

/** Writes what is kept beside some entries: their index rows, the words the search finds them by, the links to what they refer to. */
export async function writeDerivedRows(
  database: Database,
  type: CompiledType,
  entries: readonly ScopedEntry[],
): Promise<void> {
  if (entries.length === 0) return;
  await writeIndexRows(database, type, entries);
  await writeSearchText(database, type, entries);
  await writeLinks(database, type, entries);
}
