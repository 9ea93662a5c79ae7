import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';

/** What is not taken along, and why nobody misses it. Every other table is. */
const LEFT: Readonly<Record<string, string>> = {
  session: 'who is signed in signs in again',
  sign_in_link: 'links that were sent are for the workspace that sent them',
  throttle: 'tries are counted anew',
  event: 'nobody waits for what happened before',
  index_table: 'index tables are made anew from the entries',
};

/** A table of the database with what is kept of it. */
export interface KeptTable {
  readonly table: string;
  readonly columns: readonly { readonly name: string; readonly type: string }[];
}

interface ColumnRow {
  readonly table: string;
  readonly name: string;
  readonly type: string;
}

/** Finds the tables of a workspace, each with the columns that hold something of their own. Index tables follow the model. */
export async function keptTables(database: Database): Promise<readonly KeptTable[]> {
  const rows = await selectRows<ColumnRow>(
    database,
    sql`SELECT c.relname AS "table", a.attname AS name, format_type(a.atttypid, a.atttypmod) AS type
      FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid
      WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND c.relname NOT LIKE 'ix\\_%'
        AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = ''
      ORDER BY c.relname, a.attnum`,
  );
  const tables = new Map<string, { name: string; type: string }[]>();
  for (const { table, name, type } of rows.filter((row) => !(row.table in LEFT)))
    tables.set(table, [...(tables.get(table) ?? []), { name, type }]);
  return [...tables].map(([table, columns]) => ({ table, columns }));
}

/** The moment of the last migration of the tables. */
export async function schemaOf(database: Database): Promise<number> {
  const [row] = await selectRows<{ at: string }>(
    database,
    sql`SELECT max(created_at)::text AS at FROM drizzle.__drizzle_migrations`,
  );
  return Number(row?.at ?? 0);
}
