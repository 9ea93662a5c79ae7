import { sql } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import { tableMember, UnreadableBackup, type BackupTable } from './backup-format';
import { keptTables } from './kept-tables';
import type { Backup } from './read-backup';

/** So many rows are written at once, and so many characters of them. */
const PAGE = { rows: 500, characters: 4_000_000 } as const;

/** What keeps tables in step with each other: it is taken away while rows come in any order, and holds them against each other again at the end. */
interface Constraint {
  readonly table: string;
  readonly name: string;
  readonly definition: string;
}

const foreignKeys = (transaction: Database): Promise<readonly Constraint[]> =>
  selectRows<{ table: string; name: string; definition: string }>(
    transaction,
    sql`SELECT conrelid::regclass::text AS "table", conname AS name, pg_get_constraintdef(oid) AS definition
      FROM pg_constraint WHERE contype = 'f' AND connamespace = 'public'::regnamespace`,
  );

/** Refuses tables and columns that the schema of this moment does not have: they would be lost. */
async function assertKnown(transaction: Database, tables: readonly BackupTable[]): Promise<void> {
  const known = new Map((await keptTables(transaction)).map((each) => [each.table, each.columns]));
  for (const { table, columns } of tables) {
    const there = new Map(known.get(table)?.map(({ name, type }) => [name, type]));
    const stranger = columns.find(({ name, type }) => there.get(name) !== type);
    if (stranger)
      throw new UnreadableBackup(
        `The backup has “${table}.${stranger.name}”, which this version of Tovlet does not know.`,
      );
  }
}

async function writeRows(
  transaction: Database,
  { table, columns }: BackupTable,
  lines: readonly string[],
): Promise<void> {
  const names = columns.map(({ name }) => sql.identifier(name));
  // The types are those of the table's own columns, which they were held against.
  const values = columns.map(({ type }, at) => sql`(r.v ->> ${sql.raw(String(at))})::${sql.raw(type)}`);
  await transaction.execute(
    sql`INSERT INTO ${sql.identifier(table)} (${sql.join(names, sql`, `)}) OVERRIDING SYSTEM VALUE
      SELECT ${sql.join(values, sql`, `)} FROM jsonb_array_elements(${`[${lines.join(',')}]`}::jsonb) AS r(v)`,
  );
}

async function fillTable(transaction: Database, backup: Backup, table: BackupTable): Promise<void> {
  // What a new database has by itself gives way to what was there.
  await transaction.execute(sql`DELETE FROM ${sql.identifier(table.table)}`);
  let [page, characters]: [string[], number] = [[], 0];
  const write = async (): Promise<void> => {
    if (page.length > 0) await writeRows(transaction, table, page);
    [page, characters] = [[], 0];
  };
  for await (const line of backup.lines(tableMember(table.table))) {
    page.push(line);
    characters += line.length;
    if (page.length >= PAGE.rows || characters >= PAGE.characters) await write();
  }
  await write();
}

/** Numbers that the database gives go on behind those that were given. */
async function goOnCounting(transaction: Database): Promise<void> {
  const counted = await selectRows<{ table: string; column: string }>(
    transaction,
    sql`SELECT c.relname AS "table", a.attname AS "column" FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid
      WHERE c.relnamespace = 'public'::regnamespace AND a.attidentity <> ''`,
  );
  for (const { table, column } of counted)
    await transaction.execute(
      sql`SELECT setval(pg_get_serial_sequence(${table}, ${column}),
        greatest((SELECT max(${sql.identifier(column)}) FROM ${sql.identifier(table)}), 1))`,
    );
}

/**
 * Puts the rows of a backup into the tables of a new database, all of them or none. What runs by itself when rows are written is kept still:
 * what it wrote is among the rows.
 * @throws UnreadableBackup where the tables are others, or rows do not fit together
 */
export function restoreTables(database: Database, backup: Backup): Promise<void> {
  const { tables } = backup.manifest;
  return database.transaction(async (transaction) => {
    await assertKnown(transaction, tables);
    const keys = await foreignKeys(transaction);
    for (const { table, name } of keys)
      await transaction.execute(sql`ALTER TABLE ${sql.raw(table)} DROP CONSTRAINT ${sql.identifier(name)}`);
    for (const { table } of tables)
      await transaction.execute(sql`ALTER TABLE ${sql.identifier(table)} DISABLE TRIGGER USER`);
    for (const table of tables) await fillTable(transaction, backup, table);
    for (const { table } of tables)
      await transaction.execute(sql`ALTER TABLE ${sql.identifier(table)} ENABLE TRIGGER USER`);
    for (const { table, name, definition } of keys)
      await transaction.execute(
        sql`ALTER TABLE ${sql.raw(table)} ADD CONSTRAINT ${sql.identifier(name)} ${sql.raw(definition)}`,
      );
    await goOnCounting(transaction);
  });
}
