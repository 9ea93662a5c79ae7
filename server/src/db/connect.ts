import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { drizzle as drizzlePostgres } from 'drizzle-orm/node-postgres';
import { migrate as migratePostgres } from 'drizzle-orm/node-postgres/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import { StartError } from '../start-error';
import { lockFolder } from './lock';
import { asPglite, PgliteClient } from './pglite-client';
import { assertAddress, causeInWords, poolFor } from './postgres';

/** A database or a transaction on it; PGlite and PostgreSQL alike. */
export type Database = PgDatabase<PgQueryResultHKT, Record<string, never>>;

/** An open database with what only its owner does. */
export interface Connection {
  readonly database: Database;
  /** PostgreSQL may serve several processes at once; PGlite serves this one alone. */
  readonly shared: boolean;
  /** The address to listen at for what other processes do; null for PGlite. */
  readonly url: string | null;
  /** The folder that PGlite keeps the database in; null in memory, and for PostgreSQL. */
  readonly folder: string | null;
  /** How long nothing has been asked of the database, in milliseconds; 0 where others may ask as well. */
  readonly quietFor: () => number;
  /** Counts what may have written something, as soon as it has; null where others may write as well. */
  readonly writes: () => number | null;
  /**
   * Runs statements of the housekeeping, which do not end a pause.
   * @param text one statement, or several when there are no values
   */
  aside<Row>(text: string, values: readonly unknown[]): Promise<readonly Row[]>;
  close(): Promise<void>;
}

/** Where the database is: a PostgreSQL address, a folder for PGlite, or memory. */
export interface DatabasePlace {
  readonly url?: string;
  readonly folder: string | null;
}

const MIGRATIONS = fileURLToPath(new URL('./migrations', import.meta.url));
const PGLITE_MAJOR = '18';
const OLDEST_POSTGRESQL = 15;

/** The moment of the last migration that this version of Tovlet has: that of tables it opened. */
export const newestMigration = (): number =>
  Math.max(...readMigrationFiles({ migrationsFolder: MIGRATIONS }).map(({ folderMillis }) => folderMillis));

/** Refuses a database that a newer Tovlet has already changed. */
async function assertNotNewer(database: Database): Promise<void> {
  const [known] = await selectRows<{ found: string | null }>(
    database,
    sql`SELECT to_regclass('drizzle.__drizzle_migrations')::text AS found`,
  );
  if (!known?.found) return;
  const [last] = await selectRows<{ at: string | null }>(
    database,
    sql`SELECT max(created_at)::text AS at FROM drizzle.__drizzle_migrations`,
  );
  if (Number(last?.at ?? 0) > newestMigration()) {
    throw new StartError(
      'The database was made by a newer version of Tovlet. Start that version, or choose another data folder with --data.',
    );
  }
}

async function openPglite({ folder }: DatabasePlace): Promise<Connection> {
  const release = folder === null ? () => undefined : lockFolder(folder);
  const dataFolder = folder === null ? null : join(folder, 'database');
  try {
    const versionFile = dataFolder === null ? null : join(dataFolder, 'PG_VERSION');
    const fresh = versionFile === null || !existsSync(versionFile);
    const version = fresh ? PGLITE_MAJOR : readFileSync(versionFile, 'utf8').trim();
    if (version !== PGLITE_MAJOR) {
      const age = Number(version) < Number(PGLITE_MAJOR) ? 'older' : 'newer';
      throw new StartError(
        `The database in ${folder} has the ${age} PostgreSQL format ${version}; this version of Tovlet reads ${PGLITE_MAJOR}.`,
      );
    }
    if (dataFolder !== null) mkdirSync(dataFolder, { recursive: true });
    const client = await PgliteClient.open({ dataFolder });
    const database = drizzlePglite({ client: asPglite(client) });
    try {
      await assertNotNewer(database);
      await migratePglite(database, { migrationsFolder: MIGRATIONS });
    } catch (error) {
      await client.close();
      throw error;
    }
    return {
      database,
      shared: false,
      url: null,
      folder: dataFolder,
      quietFor: () => client.quietFor(),
      writes: () => client.writes,
      aside: (text, values) => client.queryAside(text, values),
      async close() {
        await client.close();
        release();
      },
    };
  } catch (error) {
    release();
    if (error instanceof StartError) throw error;
    throw new StartError(
      `The database in ${folder ?? 'memory'} cannot be opened: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
}

async function openPostgres(url: string): Promise<Connection> {
  assertAddress(url);
  const pool = poolFor(url);
  const database = drizzlePostgres({ client: pool });
  try {
    const [row] = await selectRows<{ version: string }>(
      database,
      sql`SELECT current_setting('server_version_num') AS version`,
    );
    const major = Math.floor(Number(row?.version ?? 0) / 10_000);
    if (major < OLDEST_POSTGRESQL) {
      throw new StartError(`PostgreSQL ${major} is too old: Tovlet needs ${OLDEST_POSTGRESQL} or newer.`);
    }
    await assertNotNewer(database);
    await migratePostgres(database, { migrationsFolder: MIGRATIONS });
  } catch (error) {
    await pool.end();
    if (error instanceof StartError) throw error;
    throw new StartError(`The database at DATABASE_URL cannot be used: ${causeInWords(error, url)}`);
  }
  return {
    database,
    shared: true,
    url,
    folder: null,
    quietFor: () => 0,
    writes: () => null,
    aside: async <Row>(text: string, values: readonly unknown[]) => {
      const result = await pool.query(text, [...values]);
      // Several statements at once are answered by a list of results. Whoever asks names the columns.
      return (Array.isArray(result) ? result.at(-1) : result).rows as readonly Row[];
    },
    close: () => pool.end(),
  };
}

/**
 * Opens the database and brings its tables up to date.
 * @param place a PostgreSQL address, or a folder for PGlite (null for memory)
 * @returns the open connection; close it when done
 * @throws StartError when it is locked, not writable, too old or too new
 */
export function connect(place: DatabasePlace): Promise<Connection> {
  return place.url ? openPostgres(place.url) : openPglite(place);
}

/**
 * A statement whose values are given apart, as packages hand it over.
 * @param text SQL with `$1`, `$2`, … in it
 * @example boundSql('SELECT $1 + $1', [2]) // => sql`SELECT ${2} + ${2}`
 */
export function boundSql(text: string, values: readonly unknown[]): SQL {
  return sql.join(
    text
      .split(/\$(\d+)/)
      .map((part, index) => (index % 2 === 0 ? sql.raw(part) : bound(values[Number(part) - 1]))),
  );
}

/** Words keep their type wherever they stand, as one placeholder used several times would. */
function bound(value: unknown): SQL {
  const parameter = sql.param(value ?? null);
  return typeof value === 'string' ? sql`${parameter}::text` : sql`${parameter}`;
}

/**
 * Asks whether a column is one of some values, given as one parameter however many they are.
 * @example anyOf(entry.id, ['a', 'b']) // => id IN (SELECT jsonb_array_elements_text('["a","b"]'))
 */
export const anyOf = (column: AnyColumn, values: readonly string[]): SQL =>
  sql`${column} IN (SELECT jsonb_array_elements_text(${JSON.stringify(values)}::jsonb))`;

/**
 * Runs a statement written by hand, where Drizzle has no words for it, and answers its rows.
 * @param database the database or a transaction
 * @param statement SQL whose columns the caller names in the type it asks for
 */
export async function selectRows<Row extends object>(
  database: Database,
  statement: SQL,
): Promise<readonly Row[]> {
  const result: unknown = await database.execute(statement);
  if (typeof result !== 'object' || result === null || !('rows' in result)) return [];
  // Both drivers answer rows as objects; their columns are those the statement names.
  return result.rows as readonly Row[];
}
