import type { JsonValue } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { MEDIA, PEOPLE } from '@tovlet/core/model/subjects';
import { sql, type SQL } from 'drizzle-orm';
import { selectRows, type Database } from '../db/connect';
import type { HolderKind } from '../db/schema';

/** A table that holds values, as SQL over its rows `h`. */
interface HolderTable {
  readonly from: SQL;
  readonly id: SQL;
  /** The content type, taxonomy, or what else the fields of a row belong to. */
  readonly type: SQL;
  /** What else is written with the values. */
  readonly written: (author: string) => SQL;
  readonly table: SQL;
  readonly key: SQL;
}

const counted = sql`version = h.version + 1`;

/** Where values stand. Working copies come before their entries, whose saves they are made over. */
export const holderTables: Readonly<Record<HolderKind, HolderTable>> = {
  copy: {
    from: sql`entry_copy AS h JOIN entry AS own ON own.id = h.entry_id`,
    id: sql`h.entry_id`,
    type: sql`own.type_id`,
    table: sql`entry_copy`,
    key: sql`entry_id`,
    // Who has the copy open sees that it is another one.
    written: () => sql`mark = gen_random_uuid()::text`,
  },
  entry: {
    from: sql`entry AS h`,
    id: sql`h.id`,
    type: sql`h.type_id`,
    table: sql`entry`,
    key: sql`id`,
    written: (author) => sql`${counted}, updated_at = now(), updated_by = ${author}`,
  },
  term: {
    from: sql`term AS h`,
    id: sql`h.id`,
    type: sql`h.taxonomy_id`,
    table: sql`term`,
    key: sql`id`,
    written: () => counted,
  },
  person: {
    from: sql`person AS h`,
    id: sql`h.id`,
    type: sql`${PEOPLE}::text`,
    table: sql`person`,
    key: sql`id`,
    written: () => counted,
  },
  medium: {
    from: sql`medium AS h`,
    id: sql`h.id`,
    type: sql`${MEDIA}::text`,
    table: sql`medium`,
    key: sql`id`,
    written: () => sql`${counted}, updated_at = now()`,
  },
};

/** In this order they are gone through. */
export const holderKinds: readonly HolderKind[] = ['copy', 'entry', 'term', 'person', 'medium'];

/** What carries a group of fields, on all of its entries or some. */
export const carriersOf = (model: CompiledModel, groupId: string): readonly CompiledType[] =>
  [...model.types, ...model.subjects].filter(({ groups }) =>
    groups.some(({ group }) => group.id === groupId),
  );

/** The ids of types, as SQL that `IN` takes. */
export const typeIds = (types: readonly CompiledType[]): SQL =>
  sql`(SELECT jsonb_array_elements_text(${JSON.stringify(types.map(({ contentType }) => contentType.id))}::jsonb))`;

/** The rows of a table that have a value of a field. */
export const having = (kind: HolderKind, types: readonly CompiledType[], root: string): SQL => {
  const { from, type } = holderTables[kind];
  return sql`FROM ${from} WHERE ${type} IN ${typeIds(types)} AND jsonb_exists(h."values", ${root})`;
};

/** Counts the rows of all tables that have a value of a field at the top of the form. */
export async function countHolders(
  database: Database,
  types: readonly CompiledType[],
  root: string,
): Promise<number> {
  const parts = holderKinds.map((kind) => sql`SELECT 1 ${having(kind, types, root)}`);
  const [row] = await selectRows<{ readonly count: number }>(
    database,
    sql`SELECT count(*)::int AS count FROM (${sql.join(parts, sql` UNION ALL `)}) AS held`,
  );
  return row?.count ?? 0;
}

/** A row with the value that one of its fields has. */
export interface HeldValue {
  readonly id: string;
  readonly type: string;
  /** Null where it has none. */
  readonly value: JsonValue;
}

/** Which rows are read. */
export interface HeldPage {
  /** The id of the last one that was read. */
  readonly after: string;
  readonly limit: number;
}

/** Reads rows that have a value of a field, in the order of their ids. */
export function heldValues(
  database: Database,
  kind: HolderKind,
  types: readonly CompiledType[],
  root: string,
  { after, limit }: HeldPage,
): Promise<readonly HeldValue[]> {
  const { id, type } = holderTables[kind];
  return selectRows(
    database,
    sql`SELECT ${id} AS id, ${type} AS type, h."values" -> ${root} AS value ${having(kind, types, root)}
      AND ${id} > ${after} ORDER BY ${id} LIMIT ${limit}`,
  );
}
