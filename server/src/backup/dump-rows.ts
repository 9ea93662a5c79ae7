import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import type { KeptTable } from './kept-tables';

/** So many rows are read at once. */
const PAGE = 500;

/** Each row is a list of its columns as the texts that PostgreSQL writes and reads them by, so that nothing is lost or rounded. */
async function* linesOf(transaction: Database, query: SQL): AsyncGenerator<readonly string[]> {
  await transaction.execute(sql`DECLARE backup_rows NO SCROLL CURSOR FOR ${query}`);
  for (;;) {
    const page = await selectRows<{ line: string }>(transaction, sql.raw(`FETCH ${PAGE} FROM backup_rows`));
    if (page.length === 0) break;
    yield page.map(({ line }) => line);
  }
  await transaction.execute(sql`CLOSE backup_rows`);
}

/**
 * Reads the rows of a table, a page at a time.
 * @param transaction one that sees a single moment
 * @returns rows as lines of JSON: a list of texts, null for what is null
 */
export function dumpTable(
  transaction: Database,
  { table, columns }: KeptTable,
): AsyncGenerator<readonly string[]> {
  const texts = columns.map(({ name }) => sql`${sql.identifier(name)}::text`);
  return linesOf(
    transaction,
    sql`SELECT array_to_json(ARRAY[${sql.join(texts, sql`, `)}])::text AS line FROM ${sql.identifier(table)}`,
  );
}

/** Reads the work that waits or is in hand: it is begun again where it is brought back. */
export const dumpJobs = (transaction: Database): AsyncGenerator<readonly string[]> =>
  linesOf(
    transaction,
    sql`SELECT json_build_object('name', name, 'data', data)::text AS line FROM pgboss.job
      WHERE state::text IN ('created', 'retry', 'active')`,
  );
