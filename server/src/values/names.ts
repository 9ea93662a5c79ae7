import { unionAll } from 'drizzle-orm/pg-core';
import { anyOf, type Database } from '../db/connect';
import { entry, medium, person, term } from '../db/schema';

/**
 * Finds the names of what some ids refer to: titles of entries, labels of terms, names of people and of files.
 * @returns names by id; without those that are gone
 */
export async function namesOf(
  database: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const found = await unionAll(
    database.select({ id: entry.id, name: entry.title }).from(entry).where(anyOf(entry.id, ids)),
    database.select({ id: term.id, name: term.label }).from(term).where(anyOf(term.id, ids)),
    database.select({ id: person.id, name: person.name }).from(person).where(anyOf(person.id, ids)),
    database.select({ id: medium.id, name: medium.filename }).from(medium).where(anyOf(medium.id, ids)),
  );
  return new Map(found.map(({ id, name }) => [id, name]));
}
