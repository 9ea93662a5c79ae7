import type { EntryStatus } from '@tovlet/core/contracts/studio';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { indexedFields, type TableColumn } from '@tovlet/core/model/indexed';
import { getTableColumns, sql } from 'drizzle-orm';
import { boolean, doublePrecision, jsonb, pgTable, text, type PgColumn } from 'drizzle-orm/pg-core';
import { entry } from './schema';
import { moment } from './schema/columns';

/** What the index table of every content type has. */
const commonColumns = () => ({
  entryId: text('entry_id')
    .primaryKey()
    .references(() => entry.id, { onDelete: 'cascade' }),
  status: text('status').$type<EntryStatus>().notNull(),
  slug: text('slug').notNull(),
  title: text('title').notNull(),
  updatedAt: moment('updated_at').notNull(),
  publishedAt: moment('published_at'),
});

const columnBuilders = {
  text: (id: string) => text(id),
  float8: (id: string) => doublePrecision(id),
  boolean: (id: string) => boolean(id),
  'text[]': (id: string) => text(id).array(),
  'float8[]': (id: string) => doublePrecision(id).array(),
  'boolean[]': (id: string) => boolean(id).array(),
  jsonb: (id: string) => jsonb(id),
} as const satisfies Record<TableColumn, unknown>;

/** The order of titles and texts for readers, the same on PGlite and PostgreSQL. */
export const READERS_ORDER = sql.raw('COLLATE readers_order');

/** The index table of a content type, by the id of the type: what every such table has. */
export function typeTableOf(typeId: string) {
  const known = commonTables.get(typeId);
  if (known) return known;
  const table = commonTable(typeId);
  commonTables.set(typeId, table);
  return table;
}

const commonTable = (typeId: string) => pgTable(`ix_${typeId}`, commonColumns());

/** To make a table takes as long as to read a row. */
const commonTables = new Map<string, ReturnType<typeof commonTable>>();

/** The index table of a content type with a column for each field that lists, filters or sorts ask for. */
export interface TypeTable {
  readonly common: ReturnType<typeof typeTableOf>;
  /** The columns of fields, by the ids of the fields. */
  readonly fields: Readonly<Record<string, PgColumn>>;
}

/** The columns a type's table should have, by the ids of the fields. */
export function indexColumns(type: CompiledType): Readonly<Record<string, TableColumn>> {
  return Object.fromEntries([...indexedFields(type)].map(([id, { column }]) => [id, column]));
}

const made = new WeakMap<CompiledType, TypeTable>();

/**
 * The index table of a content type for Drizzle, made from the compiled type.
 * @example database.select({ title: common.title, altitude: fields['f_altitude'] }).from(common)
 */
export function typeTable(type: CompiledType): TypeTable {
  const known = made.get(type);
  if (known) return known;
  const { id } = type.contentType;
  const builders = Object.fromEntries(
    Object.entries(indexColumns(type)).map(([field, column]) => [field, columnBuilders[column](field)]),
  );
  const table = { common: typeTableOf(id), fields: getTableColumns(pgTable(`ix_${id}`, builders)) };
  made.set(type, table);
  return table;
}
