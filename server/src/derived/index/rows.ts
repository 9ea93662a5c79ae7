import type { Scope } from '@tovlet/core/evaluation/scope';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { indexedFields, indexedValue, type IndexedField } from '@tovlet/core/model/indexed';
import { sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import type { EntryRecord } from '../../db/schema';
import { indexColumns, typeTableOf } from '../../db/type-table';

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
export interface ScopedEntry {
  readonly entry: IndexedEntry;
  readonly scope: Scope;
}

/** What shows of a field: one value, or those of all rows in order, null where a row has none. */
function columnValue({ field, inRows }: IndexedField, scope: Scope): JsonValue {
  const { index } = field.type;
  if (index === null) return null;
  const values = scope.descend(field.ancestors).map((each) => indexedValue(index, each.value(field)));
  if (inRows) return values.length > 0 ? values : null;
  return values[0] ?? null;
}

/** Writes the index rows of some entries of one type. */
export async function writeIndexRows(
  database: Database,
  type: CompiledType,
  entries: readonly ScopedEntry[],
): Promise<void> {
  const fields = [...indexedFields(type).values()];
  const columns = Object.entries(indexColumns(type));
  const rows = entries.map(({ entry, scope }) => ({
    entry_id: entry.id,
    status: entry.status,
    slug: entry.slug,
    title: entry.title,
    updated_at: entry.updatedAt,
    published_at: entry.publishedAt,
    ...Object.fromEntries(fields.map((each) => [each.field.id, columnValue(each, scope)])),
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
    INSERT INTO ${typeTableOf(type.contentType.id)} (${listed})
    SELECT ${listed} FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS given (${own}${sql.join(typed)})
    ON CONFLICT (entry_id) DO UPDATE SET ${sql.join(updates, sql`, `)}`);
}
