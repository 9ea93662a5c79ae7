import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { asc, eq, sql } from 'drizzle-orm';
import { selectRows, type Database } from '../../db/connect';
import { person, signInFailure, workspace } from '../../db/schema';

const summary = { id: person.id, name: person.name, email: person.email, role: person.role };

export async function workspaceName(database: Database): Promise<string> {
  const [row] = await database.select({ name: workspace.name }).from(workspace);
  return row?.name ?? '';
}

export async function demoPeople(database: Database): Promise<readonly PersonSummary[]> {
  return database
    .select(summary)
    .from(person)
    .where(eq(person.demo, true))
    .orderBy(asc(person.createdAt), asc(person.id));
}

export async function hasPeople(database: Database): Promise<boolean> {
  const found = await database.select({ id: person.id }).from(person).limit(1);
  return found.length > 0;
}

export async function personByEmail(
  database: Database,
  email: string,
): Promise<typeof person.$inferSelect | undefined> {
  const [found] = await database.select().from(person).where(eq(person.email, email));
  return found;
}

/** Seconds an email address still has to wait before the next try. */
export async function secondsBlocked(database: Database, email: string): Promise<number> {
  const [row] = await selectRows<{ seconds: number }>(
    database,
    sql`SELECT ceil(extract(epoch FROM blocked_until - now()))::int AS seconds FROM sign_in_failure WHERE email = ${email}`,
  );
  return Math.max(0, row?.seconds ?? 0);
}

/** Notes a failed try: from the fifth on, each doubles the wait, up to a quarter of an hour. */
export async function noteFailure(database: Database, email: string): Promise<void> {
  await database.execute(sql`
    INSERT INTO sign_in_failure AS known (email, failures, blocked_until) VALUES (${email}, 1, now())
    ON CONFLICT (email) DO UPDATE SET failures = known.failures + 1,
      blocked_until = now() + CASE WHEN known.failures < 4 THEN interval '0 seconds'
        ELSE least(interval '15 minutes', interval '1 second' * power(2, least(known.failures - 3, 12))) END`);
}

export async function forgetFailures(database: Database, email: string): Promise<void> {
  await database.delete(signInFailure).where(eq(signInFailure.email, email));
}
