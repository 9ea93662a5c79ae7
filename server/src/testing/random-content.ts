import { isJsonObject } from '@tovlet/core/json';
import type { RandomContent } from '@tovlet/core/testing/random-world';
import { sql } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { entry, person, term } from '../db/schema';
import { followModel } from '../derived/follow-model';
import { rebuild } from '../derived/refill';
import { writeAncestry } from '../terms/queries';

/** Puts random content in place of whatever there is. */
export async function writeContent(
  database: Database,
  { model, entries, terms, people }: RandomContent,
): Promise<void> {
  await database.execute(sql`DELETE FROM entry_link`);
  await database.execute(sql`DELETE FROM entry`);
  await database.execute(sql`DELETE FROM term`);
  await database.execute(sql`DELETE FROM person`);
  await database.execute(sql`DELETE FROM index_table`);
  await database.execute(sql`DROP TABLE IF EXISTS ix_t_a`);
  await database.execute(sql`DROP TABLE IF EXISTS ix_t_b`);
  await database.insert(term).values([...terms]);
  await writeAncestry(database, null);
  await database
    .insert(person)
    .values(people.map((each) => ({ ...each, email: `${each.id}@b.example`, role: 'editor' as const })));
  await database
    .insert(entry)
    .values(entries.map((each) => ({ ...each, version: 1, updatedBy: 'Somebody' })));
  await database.transaction((transaction) => followModel(transaction, null, model));
  for (const type of model.types) await rebuild(database, model, type);
}

/** A value as it stands in memory and in answers alike: things by their ids, moments to the millisecond. */
function plain(value: unknown): string {
  if (isJsonObject(value) && typeof value['id'] === 'string') return value['id'];
  if (typeof value === 'string' && /^\d{4}-\d\d-\d\d[T ]/.test(value)) return String(Date.parse(value));
  return String(value);
}

/** Values that can be compared whatever order they are in: what stands in lists counts for itself, what is missing not at all. */
export const plainValues = (all: readonly unknown[]): readonly string[] =>
  all
    .flat(2)
    .filter((each) => each !== null && each !== undefined)
    .map(plain)
    .sort();
