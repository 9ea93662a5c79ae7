import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { TableColumn } from '@tovlet/core/model/indexed';
import { eq, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { indexTable } from '../../db/schema';
import { indexColumns, READERS_ORDER, typeTableOf } from '../../db/type-table';

/**
 * The typed index table of a content type: one row an entry, one column a filterable field or list column.
 *
 * Lists, filters and sorts ask these tables for ids and read only the documents of one page. Hidden values are null
 * here, so that nobody can filter by what they may not see. The tables follow the model and can be rebuilt from the
 * entries at any time.
 */

type Columns = Readonly<Record<string, TableColumn>>;

/** Makes the index table of a type with what every such table has. */
export async function createTable(database: Database, typeId: string): Promise<void> {
  const table = typeTableOf(typeId);
  await database.execute(sql`
    CREATE TABLE IF NOT EXISTS ${table} (
      entry_id text PRIMARY KEY REFERENCES entry (id) ON DELETE CASCADE,
      status text NOT NULL, slug text NOT NULL, title text NOT NULL,
      updated_at timestamptz NOT NULL, published_at timestamptz)`);
}

/** The indexes that every such table has. */
const COMMON_INDEXES = {
  title: sql`title ${READERS_ORDER}, entry_id`,
  updated: sql`updated_at, entry_id`,
  published: sql`published_at, entry_id`,
} as const;

const dropColumn = (typeId: string, id: string): SQL =>
  sql`ALTER TABLE ${typeTableOf(typeId)} DROP COLUMN IF EXISTS ${sql.identifier(id)}`;

/**
 * Adds the columns that a table lacks, and makes those anew that hold another type.
 *
 * Columns that are no longer wanted stay for a while: requests on their way still name them.
 * @returns all columns the table then has
 */
export async function addColumns(
  database: Database,
  typeId: string,
  before: Columns,
  wanted: Columns,
): Promise<Columns> {
  for (const [id, type] of Object.entries(wanted)) {
    if (before[id] === type) continue;
    if (before[id]) await database.execute(dropColumn(typeId, id));
    await database.execute(
      sql`ALTER TABLE ${typeTableOf(typeId)} ADD COLUMN IF NOT EXISTS ${sql.identifier(id)} ${sql.raw(type)}`,
    );
  }
  return { ...before, ...wanted };
}

/** Drops the columns of index tables that no field has any more. */
export async function dropLeftColumns(database: Database, model: CompiledModel): Promise<void> {
  for (const { typeId, columns } of await database.select().from(indexTable)) {
    const type = model.typeById.get(typeId);
    const wanted = type ? indexColumns(type) : columns;
    const left = Object.keys(columns).filter((id) => !wanted[id]);
    for (const id of left) await database.execute(dropColumn(typeId, id));
    if (left.length > 0)
      await database.update(indexTable).set({ columns: wanted }).where(eq(indexTable.typeId, typeId));
  }
}

/**
 * What an index of a column is made of, and which rows it holds: those with a value. Numbers, switches and lists of all rows have
 * none: they are looked at row by row.
 */
function indexedBy(id: string, type: TableColumn): SQL | null {
  const column = sql`${sql.identifier(id)}`;
  if (type === 'float8[]' || type === 'boolean[]' || type === 'jsonb') return null;
  const filled = sql`WHERE ${column} IS NOT NULL`;
  // Written at once: a list of rows to be taken in later is taken in by some unlucky write, and all wait for it.
  if (type === 'text[]') return sql`USING gin (${column}) WITH (fastupdate = off) ${filled}`;
  // Long text is indexed by its beginning: a btree entry has a third of a page at most.
  const indexed = type === 'text' ? sql`left(${column}, 200) ${READERS_ORDER}` : column;
  return sql`(${indexed}, entry_id) ${filled}`;
}

/**
 * Makes the indexes that a type's table lacks, apart from the change of the model that asks for them: no request has to
 * wait for both. They hold filled values only; on a new column that is none, so that it takes no more than one look.
 */
export async function ensureIndexes(database: Database, type: CompiledType): Promise<void> {
  const { id: typeId } = type.contentType;
  const ensure = (name: string, of: SQL): Promise<unknown> =>
    database.execute(
      sql`CREATE INDEX IF NOT EXISTS ${sql.identifier(`ix_${typeId}_${name}`)} ON ${typeTableOf(typeId)} ${of}`,
    );
  for (const [name, columns] of Object.entries(COMMON_INDEXES)) await ensure(name, sql`(${columns})`);
  for (const [id, column] of Object.entries(indexColumns(type))) {
    const of = indexedBy(id, column);
    if (of) await ensure(id, of);
  }
}
