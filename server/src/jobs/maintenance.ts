import { log } from '../log';
import { Cron } from 'croner';
import { sql } from 'drizzle-orm';
import { selectRows, type Connection, type Database } from '../db/connect';

/**
 * The maintenance that a PostgreSQL server does by itself and PGlite leaves to us: checkpoints, so that a start after
 * a kill has little to read again, and vacuum with fresh statistics, so that tables stay small and plans good.
 * @see https://www.postgresql.org/docs/current/routine-vacuuming.html
 */

/** Nobody is kept waiting by a statement that begins after such a pause, in milliseconds. */
const PAUSE = 5_000;

/** So much log is taken in at the next pause, in bytes. */
export const LOG_TO_CLEAR = 64_000_000;

/** So much log is taken in also while there is work, in bytes: reading it again would take seconds. */
const LOG_AT_MOST = 512_000_000;

/** Changed rows before a table is looked after, beside a share of all its rows; a new table of some size is as well. */
const CHANGED = 500;
const CHANGED_SHARE = 0.1;
const NEW_TABLE_BYTES = 500_000;

/** How much of the log a start after a kill would read again, in bytes. */
async function logLength(database: Database): Promise<number> {
  const [row] = await selectRows<{ bytes: number }>(
    database,
    sql`SELECT (pg_current_wal_insert_lsn() - redo_lsn)::float8 AS bytes FROM pg_control_checkpoint()`,
  );
  return row?.bytes ?? 0;
}

/** Names the table that has changed most since it was looked after, as it is written in SQL. */
async function changedTable(database: Database): Promise<string | null> {
  const [row] = await selectRows<{ name: string }>(
    database,
    sql`SELECT relid::regclass::text AS name
        FROM pg_stat_user_tables JOIN pg_class ON pg_class.oid = relid
        WHERE greatest(n_dead_tup, n_mod_since_analyze) > ${CHANGED} + ${CHANGED_SHARE} * greatest(reltuples, 0)
           OR (reltuples < 0 AND pg_relation_size(relid) > ${NEW_TABLE_BYTES})
        ORDER BY greatest(n_dead_tup, n_mod_since_analyze) DESC LIMIT 1`,
  );
  return row?.name ?? null;
}

/**
 * Runs the statement that a database needs most, if any.
 * @param paused whether nobody is likely to wait for it
 * @returns the statement, or null when there was nothing to do
 */
export async function maintain(database: Database, paused: boolean): Promise<string | null> {
  const bytes = await logLength(database);
  const table = paused ? await changedTable(database) : null;
  const statement =
    table !== null
      ? `VACUUM (ANALYZE) ${table}`
      : bytes > (paused ? LOG_TO_CLEAR : LOG_AT_MOST)
        ? 'CHECKPOINT'
        : null;
  if (statement) await database.execute(sql.raw(statement));
  return statement;
}

/**
 * Looks after a PGlite database, one statement at a time, in pauses.
 * @returns the job, to be stopped with the workspace; null for a PostgreSQL server, which does this itself
 */
export function keepDatabase({ database, shared, quietFor }: Connection): Cron | null {
  if (shared) return null;
  const settings = {
    protect: true,
    catch: (error: unknown) => log.error({ error }, 'The database could not be looked after'),
  };
  return new Cron('*/10 * * * * *', settings, async () => {
    await maintain(database, quietFor() > PAUSE);
  });
}
