import type { UnderWay } from '@tovlet/core/contracts/studio';
import { asc } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import { entrySchedule } from '../db/schema';
import { copiedAmong } from './copies/queries';

/** Tells of some entries what is under way with them, by their ids: those with which something is. */
export async function underWayAmong(
  database: Database,
  ids: readonly string[],
): Promise<Readonly<Record<string, UnderWay>>> {
  const { entryId: id, action, at, problem } = entrySchedule;
  const [changed, planned] = await Promise.all([
    copiedAmong(database, ids),
    database.select({ id, action, at, problem }).from(entrySchedule).where(anyOf(id, ids)).orderBy(asc(at)),
  ]);
  const next = new Map(planned.map(({ id: entry, ...each }) => [entry, each] as const).reverse());
  const under = [...new Set([...changed, ...next.keys()])];
  return Object.fromEntries(
    under.map((entry) => [entry, { changed: changed.has(entry), planned: next.get(entry) ?? null }]),
  );
}
