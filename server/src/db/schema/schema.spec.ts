import { readFileSync } from 'node:fs';
import { generateDrizzleJson, generateMigration } from 'drizzle-kit/api';
import { getTableName, is, sql } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import { PostgresCluster } from '../../testing/postgres-cluster';
import { sharedConnection } from '../../testing/workspace';
import { connect, selectRows, type Database } from '../connect';
import * as schema from '.';

const tables = Object.values(schema)
  .filter((each) => is(each, PgTable))
  .map((table) => getTableName(table));

/** What a database knows of the tables in one of its schemas, in words that can be compared. */
async function describeTables(database: Database, place: string): Promise<readonly string[]> {
  await database.execute(sql.raw(`SET LOCAL search_path = ${place}, public`));
  const described = await selectRows<{ line: string }>(
    database,
    sql`WITH known AS (
          SELECT pg_class.oid, relname::text FROM pg_class JOIN pg_namespace ON pg_namespace.oid = relnamespace
          WHERE nspname = ${place} AND relkind = 'r'
            AND relname IN (SELECT jsonb_array_elements_text(${JSON.stringify(tables)}::jsonb)))
        SELECT relname || ' column ' || attname || ' ' || format_type(atttypid, atttypmod) || ' '
            || CASE WHEN attnotnull THEN 'required' ELSE 'optional' END || ' '
            || coalesce(pg_get_expr(adbin, adrelid), '') || attidentity::text AS line
          FROM known JOIN pg_attribute ON attrelid = known.oid AND attnum > 0 AND NOT attisdropped
          LEFT JOIN pg_attrdef ON adrelid = known.oid AND adnum = attnum
        UNION ALL
        SELECT relname || ' index ' || replace(pg_get_indexdef(indexrelid), ${`${place}.`}, '')
          FROM known JOIN pg_index ON indrelid = known.oid
        UNION ALL
        SELECT relname || ' constraint ' || conname || ' ' || pg_get_constraintdef(pg_constraint.oid)
          FROM known JOIN pg_constraint ON conrelid = known.oid WHERE contype NOT IN ('n', 't')
        ORDER BY 1`,
  );
  return described.map(({ line }) => line);
}

/** Compares the tables that migrations made with tables made from the schema itself. */
async function expectSame(database: Database): Promise<void> {
  const statements = await generateMigration(generateDrizzleJson({}), generateDrizzleJson(schema));
  const undo = new Error('Everything is taken back.');
  const compared = database.transaction(async (transaction) => {
    const migrated = await describeTables(transaction, 'public');
    await transaction.execute(sql`CREATE SCHEMA from_schema`);
    await transaction.execute(sql`SET LOCAL search_path = from_schema, public`);
    for (const statement of statements)
      await transaction.execute(sql.raw(statement.replaceAll('"public".', '"from_schema".')));
    expect(migrated).toEqual(await describeTables(transaction, 'from_schema'));
    expect(migrated.length).toBeGreaterThan(100);
    throw undo;
  });
  await expectAsync(compared).toBeRejectedWith(undo);
}

describe('the schema of the database', () => {
  it('is what the migrations make, on PGlite', async () => {
    await expectSame((await sharedConnection()).database);
  });

  it('is what the migrations make, on PostgreSQL', async () => {
    const cluster = await PostgresCluster.start();
    const connection = await connect({ url: cluster.createDatabase(), folder: null });
    await expectSame(connection.database);
    await connection.close();
    cluster.remove();
  });

  it('has a migration for its last change (npm run migration)', async () => {
    const folder = new URL('../migrations/meta/', import.meta.url);
    const read = (name: string): unknown => JSON.parse(readFileSync(new URL(name, folder), 'utf8'));
    const journal = read('_journal.json') as { readonly entries: readonly { readonly tag: string }[] };
    const last = journal.entries.at(-1)?.tag.slice(0, 4) ?? '';
    const snapshot = read(`${last}_snapshot.json`) as ReturnType<typeof generateDrizzleJson>;
    expect(await generateMigration(snapshot, generateDrizzleJson(schema, snapshot.id))).toEqual([]);
  });
});
