import type { JsonObject } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import type { HolderKind, ValueChangeRecord } from '../db/schema';
import { holderTables, typeIds, type HeldPage } from './holders';

/** A row that a change concerns. */
export interface RowToConvert {
  readonly id: string;
  readonly type: string;
  /** Its values of the fields at the top of the form that the change concerns. */
  readonly values: JsonObject;
}

const textsOf = (texts: readonly string[]): SQL =>
  sql`(SELECT jsonb_array_elements_text(${JSON.stringify(texts)}::jsonb))`;

/**
 * Reads the next rows that a change concerns, and locks them: those that have one of the values, and those from which a change that
 * is taken back has taken it.
 * @param roots ids of the fields at the top of the form
 */
export function rowsToConvert(
  database: Database,
  change: ValueChangeRecord,
  kind: HolderKind,
  types: readonly CompiledType[],
  roots: readonly string[],
  { after, limit }: HeldPage,
): Promise<readonly RowToConvert[]> {
  const { from, id, type } = holderTables[kind];
  const takenBack = [...new Set(change.fields.flatMap(({ takesBack }) => takesBack ?? []))];
  const notedBy = (changes: readonly string[]): SQL =>
    sql`EXISTS (SELECT FROM value_note AS note WHERE note.holder = ${kind} AND note.holder_id = ${id}
      AND note.change_id IN ${textsOf(changes)})`;
  const values = sql`(SELECT coalesce(jsonb_object_agg(key, value), '{}') FROM jsonb_each(h."values")
    WHERE key IN ${textsOf(roots)})`;
  const hasOne = sql`EXISTS (SELECT FROM jsonb_array_elements_text(${JSON.stringify(roots)}::jsonb) AS root
    WHERE jsonb_exists(h."values", root))`;
  return selectRows(
    database,
    sql`SELECT ${id} AS id, ${type} AS type, ${values} AS "values" FROM ${from}
      WHERE ${type} IN ${typeIds(types)} AND ${id} > ${after}
        AND (${hasOne} ${takenBack.length === 0 ? sql`` : sql`OR ${notedBy(takenBack)}`})
      ORDER BY ${id} LIMIT ${limit} FOR UPDATE OF h`,
  );
}
