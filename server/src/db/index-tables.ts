import type { IndexColumn } from '@tovlet/core/fields/field-type';
import { isIndexed } from '@tovlet/core/delivery/filter';
import { dayFrom } from '@tovlet/core/conditions/relative-day';
import type { Scope } from '@tovlet/core/conditions/scope';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import { and, eq, inArray, lt, sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from './connect';
import { FACT_COLUMNS, factsReader } from '../values/facts';
import { linkFields, writeLinks } from './entry-links';
import { searchFields, writeSearchText } from './entry-search';
import { indexTable, type EntryRecord } from './schema';

/**
 * The typed index table of a content type: one row an entry, one column a filterable field or list column.
 *
 * Lists, filters and sorts ask these tables for ids and read only the documents of one page. Hidden values are null
 * here, so that nobody can filter by what they may not see. The tables follow the model and can be rebuilt from the
 * entries at any time.
 */

/** A table of no more entries follows in the transaction of the model's change itself. */
const FOLLOWS_AT_ONCE = 100;

/** Entries of one statement where nobody waits behind it. */
const REBUILD_BATCH = 500;

/** Entries of the first batch beside other work, before it is known how long a batch takes. */
export const REFILL_BATCH = 10;

/** So long should one transaction of refilling take beside other work, in milliseconds: requests wait for it. */
const BATCH_TIME = 20;

/**
 * Adapts the size of the next batch to how long the last one took.
 * @param size entries of the last batch
 * @param elapsed milliseconds it took
 * @example nextBatchSize(100, 50) // => 50
 */
export function nextBatchSize(size: number, elapsed: number): number {
  const wanted = Math.round((size * BATCH_TIME) / Math.max(1, elapsed));
  return Math.max(10, Math.min(1000, size * 2, wanted));
}

/** The order of titles and texts for readers, the same on PGlite and PostgreSQL. */
export const READERS_ORDER = sql.raw('COLLATE "und-x-icu"');

export const tableOf = (typeId: string): SQL => sql`${sql.identifier(`ix_${typeId}`)}`;

type Columns = Readonly<Record<string, IndexColumn>>;

/** The columns a type's table should have. */
export function indexColumns(type: CompiledType): Columns {
  return Object.fromEntries(
    type.fields.filter(isIndexed).flatMap(({ id, type: { index } }) => (index ? [[id, index]] : [])),
  );
}

async function createTable(database: Database, typeId: string): Promise<void> {
  const table = tableOf(typeId);
  await database.execute(sql`
    CREATE TABLE IF NOT EXISTS ${table} (
      entry_id text PRIMARY KEY REFERENCES entry (id) ON DELETE CASCADE,
      status text NOT NULL, slug text NOT NULL, title text NOT NULL,
      updated_at timestamptz NOT NULL, published_at timestamptz)`);
  const indexOn = (name: string, columns: SQL): SQL =>
    sql`CREATE INDEX IF NOT EXISTS ${sql.identifier(`ix_${typeId}_${name}`)} ON ${table} (${columns})`;
  await database.execute(indexOn('title', sql`title ${READERS_ORDER}, entry_id`));
  await database.execute(indexOn('updated', sql`updated_at, entry_id`));
  await database.execute(indexOn('published', sql`published_at, entry_id`));
}

const dropColumn = (typeId: string, id: string): SQL =>
  sql`ALTER TABLE ${tableOf(typeId)} DROP COLUMN IF EXISTS ${sql.identifier(id)}`;

/**
 * Adds the columns that a table lacks, and makes those anew that hold another type.
 *
 * Columns that are no longer wanted stay for a while: requests on their way still name them.
 * @returns all columns the table then has
 */
async function addColumns(
  database: Database,
  typeId: string,
  before: Columns,
  wanted: Columns,
): Promise<Columns> {
  for (const [id, type] of Object.entries(wanted)) {
    if (before[id] === type) continue;
    if (before[id]) await database.execute(dropColumn(typeId, id));
    await database.execute(
      sql`ALTER TABLE ${tableOf(typeId)} ADD COLUMN IF NOT EXISTS ${sql.identifier(id)} ${sql.raw(type)}`,
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

/** What an index of a column is made of, and which rows it holds: those with a value. */
function indexedBy(id: string, type: IndexColumn): SQL {
  const column = sql`${sql.identifier(id)}`;
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
  for (const [id, column] of Object.entries(indexColumns(type))) {
    const name = sql.identifier(`ix_${typeId}_${id}`);
    await database.execute(
      sql`CREATE INDEX IF NOT EXISTS ${name} ON ${tableOf(typeId)} ${indexedBy(id, column)}`,
    );
  }
}

export type IndexedEntry = Pick<
  EntryRecord,
  | 'id'
  | 'status'
  | 'slug'
  | 'title'
  | 'updatedAt'
  | 'publishedAt'
  | 'values'
  | 'authorId'
  | 'parentId'
  | 'templateId'
>;

/** An entry, and what of its values shows. */
interface ScopedEntry {
  readonly entry: IndexedEntry;
  readonly scope: Scope;
}

const isTextList = (value: JsonValue): value is readonly string[] =>
  Array.isArray(value) && value.every((item) => typeof item === 'string');

function columnValue(column: IndexColumn, scope: Scope, id: string): JsonValue {
  const value = scope.isHidden(id) ? null : (scope.values[id] ?? null);
  if (column === 'text[]') return isTextList(value) && value.length > 0 ? value : null;
  const wanted = { text: 'string', float8: 'number', boolean: 'boolean' }[column];
  return typeof value === wanted && value !== '' ? value : null;
}

/** Writes the index rows of some entries of one type. */
async function writeIndexRows(
  database: Database,
  type: CompiledType,
  entries: readonly ScopedEntry[],
): Promise<void> {
  const columns = Object.entries(indexColumns(type));
  const rows = entries.map(({ entry, scope }) => ({
    entry_id: entry.id,
    status: entry.status,
    slug: entry.slug,
    title: entry.title,
    updated_at: entry.updatedAt,
    published_at: entry.publishedAt,
    ...Object.fromEntries(columns.map(([id, column]) => [id, columnValue(column, scope, id)])),
  }));
  const names = ['status', 'slug', 'title', 'updated_at', 'published_at', ...columns.map(([id]) => id)];
  const own = sql`entry_id text, status text, slug text, title text, updated_at timestamptz, published_at timestamptz`;
  const typed = columns.map(([id, column]) => sql`, ${sql.identifier(id)} ${sql.raw(column)}`);
  const listed = sql.join(
    [sql.identifier('entry_id'), ...names.map((name) => sql.identifier(name))],
    sql`, `,
  );
  const updates = names.map((name) => sql`${sql.identifier(name)} = excluded.${sql.identifier(name)}`);
  await database.execute(sql`
    INSERT INTO ${tableOf(type.contentType.id)} (${listed})
    SELECT ${listed} FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS given (${own}${sql.join(typed)})
    ON CONFLICT (entry_id) DO UPDATE SET ${sql.join(updates, sql`, `)}`);
}

/** Writes what shows of some entries: their index rows, and the words the search finds them by. */
async function writeShown(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  entries: readonly IndexedEntry[],
): Promise<void> {
  if (entries.length === 0) return;
  const factsOf = await factsReader(database, model);
  const scoped = entries.map((entry) => ({
    entry,
    scope: resolveVisibility(model, type, entry.values, factsOf(type, entry)),
  }));
  await writeIndexRows(database, type, scoped);
  await writeSearchText(
    database,
    type,
    scoped.map(({ entry, scope }) => ({ id: entry.id, scope })),
  );
}

/** Writes what is kept beside some entries: what shows of them, and the links to what they refer to. */
export async function writeBeside(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  entries: readonly IndexedEntry[],
): Promise<void> {
  await writeShown(database, model, type, entries);
  await writeLinks(database, type, entries);
}

/** What decides the rows beside an entry: which fields are indexed, linked or searched, and when they show. */
const placementOf = (type: CompiledType): string =>
  JSON.stringify([
    indexColumns(type),
    type.conditional.map(({ id, field }) => [id, field.shownWhen]),
    linkFields(type),
    searchFields(type),
    type.contentType.templates.map(({ id }) => id),
    type.partialGroups.map(({ group }) => [group.id, group.appearsOn, group.fields.map(({ id }) => id)]),
  ]);

/** What a change of the model leaves to be done beside other work. */
export interface LeftToDo {
  /** Whether tables wait to be filled. */
  readonly toFill: boolean;
  /** Whether columns are left that no field has any more. */
  readonly toDrop: boolean;
}

/**
 * Brings the index tables in step with a model, in the transaction of the change.
 *
 * Those of types with many entries are only marked: they have to be filled beside other work.
 * @param before the model before, or null to look at every type
 */
export async function followModel(
  database: Database,
  before: CompiledModel | null,
  after: CompiledModel,
): Promise<LeftToDo> {
  const left = { toFill: false, toDrop: false };
  for (const type of after.types) {
    const { id } = type.contentType;
    const old = before?.typeById.get(id);
    if (old === type || (old && placementOf(old) === placementOf(type))) continue;
    const [known] = await database.select().from(indexTable).where(eq(indexTable.typeId, id));
    const sameLinks = old !== undefined && linkFields(old).join() === linkFields(type).join();
    const links = !sameLinks || (known?.filledTo !== null && known?.links === true);
    if (!known) await createTable(database, id);
    const columns = await addColumns(database, id, known?.columns ?? {}, indexColumns(type));
    await database
      .insert(indexTable)
      .values({ typeId: id, columns, filledTo: '', links })
      .onConflictDoUpdate({ target: indexTable.typeId, set: { columns, filledTo: '', links } });
    const [count] = await selectRows<{ many: boolean }>(
      database,
      sql`SELECT count(*) > ${FOLLOWS_AT_ONCE} AS many FROM (SELECT 1 FROM entry WHERE type_id = ${id} LIMIT ${FOLLOWS_AT_ONCE + 1}) AS counted`,
    );
    if (count?.many) left.toFill = true;
    else await refillAll(database, after, type);
    left.toDrop ||= Object.keys(columns).length > Object.keys(indexColumns(type)).length;
  }
  return left;
}

/** Refills a table in one go. */
async function refillAll(database: Database, model: CompiledModel, type: CompiledType): Promise<void> {
  await ensureIndexes(database, type);
  let more = true;
  while (more) more = await refillBatch(database, model, type, REBUILD_BATCH);
}

/**
 * Refills the next batch of a table and notes how far it came, to be resumed after an interruption.
 * @returns false when the table is complete
 */
export async function refillBatch(
  database: Database,
  model: CompiledModel,
  type: CompiledType,
  size = REFILL_BATCH,
): Promise<boolean> {
  const { id } = type.contentType;
  const [state] = await database.select().from(indexTable).where(eq(indexTable.typeId, id)).for('update');
  if (!state || state.filledTo === null) return false;
  const entries = await selectRows<IndexedEntry>(
    database,
    sql`SELECT id, status, slug, title, updated_at AS "updatedAt", published_at AS "publishedAt", "values",
          ${FACT_COLUMNS}
        FROM entry WHERE type_id = ${id} AND id > ${state.filledTo} ORDER BY id LIMIT ${size}`,
  );
  await (state.links ? writeBeside : writeShown)(database, model, type, entries);
  const filledTo = entries.length < size ? null : (entries.at(-1)?.id ?? null);
  const filledOn = state.filledTo === '' ? today() : state.filledOn;
  await database.update(indexTable).set({ filledTo, filledOn }).where(eq(indexTable.typeId, id));
  return filledTo !== null;
}

/** Lists the types whose tables wait to be refilled, as after a stop in the middle. */
export async function unfilledTypes(database: Database): Promise<readonly string[]> {
  const rows = await selectRows<{ typeId: string }>(
    database,
    sql`SELECT type_id AS "typeId" FROM index_table WHERE filled_to IS NOT NULL`,
  );
  return rows.map(({ typeId }) => typeId);
}

/** Empties a type's table and refills it from the entries. */
export async function rebuild(database: Database, model: CompiledModel, type: CompiledType): Promise<void> {
  const { id } = type.contentType;
  await database.execute(sql`TRUNCATE ${tableOf(id)}`);
  await database.update(indexTable).set({ filledTo: '', links: true }).where(eq(indexTable.typeId, id));
  await refillAll(database, model, type);
}

const today = (): string => dayFrom({ today: 0, unit: 'days' });

/** Marks the tables of types for refilling that were filled on an earlier day. */
export async function markPastDays(database: Database, typeIds: readonly string[]): Promise<void> {
  const past = await database
    .select({ id: indexTable.typeId })
    .from(indexTable)
    .where(and(inArray(indexTable.typeId, [...typeIds]), lt(indexTable.filledOn, today())));
  await markForRefill(
    database,
    past.map(({ id }) => id),
  );
}

/** Marks the tables of types for refilling, as after a change of what decides their rows beside the entries. */
export async function markForRefill(database: Database, typeIds: readonly string[]): Promise<void> {
  if (typeIds.length === 0) return;
  await database
    .update(indexTable)
    .set({ filledTo: '', links: sql`${indexTable.links} AND ${indexTable.filledTo} IS NOT NULL` })
    .where(inArray(indexTable.typeId, [...typeIds]));
}
