import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { Language } from '@tovlet/core/locale/languages';
import { asc, eq } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { person } from '../db/schema';

const summary = { id: person.id, name: person.name, email: person.email, role: person.role };

/** The people whom a demo lets anybody sign in as, in the order they came. */
export async function demoPeople(database: Database): Promise<readonly PersonSummary[]> {
  return database
    .select(summary)
    .from(person)
    .where(eq(person.demo, true))
    .orderBy(asc(person.createdAt), asc(person.id));
}

/** Whether there is anybody yet who could sign in. */
export async function hasPeople(database: Database): Promise<boolean> {
  const found = await database.select({ id: person.id }).from(person).limit(1);
  return found.length > 0;
}

/** The language that somebody chose for the workbench; null for none. */
export async function languageOf(database: Database, id: string): Promise<Language | null> {
  const [found] = await database.select({ language: person.language }).from(person).where(eq(person.id, id));
  return found?.language ?? null;
}

/** Finds who signs in with an email address; undefined for nobody. */
export async function personByEmail(
  database: Database,
  email: string,
): Promise<typeof person.$inferSelect | undefined> {
  const [found] = await database.select().from(person).where(eq(person.email, email));
  return found;
}
