import { seesDrafts, type Audience } from '@tovlet/core/access/audience';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { sql, type SQL } from 'drizzle-orm';
import { entry, medium, person, term } from '../schema';
import { typeTableOf } from '../type-table';

/** Where a statement stands on a path: the rows of one table under a name. */
export interface Place {
  readonly kind: ReferenceKind;
  /** The content type whose entries these are, or what stands for terms, media and people. */
  readonly type: CompiledType;
  readonly alias: SQL;
  /** Its id, where nothing else of it is read and its own table is not asked. */
  readonly id?: SQL;
}

/** The tables of what is no entry. */
const TABLES = { term, person, medium } as const;

/** The table in which the things of a place stand, and the column of their ids. */
export function tableOf(kind: ReferenceKind, type: CompiledType): { readonly table: SQL; readonly id: SQL } {
  return kind === 'entry'
    ? { table: sql`${typeTableOf(type.contentType.id)}`, id: sql`entry_id` }
    : { table: sql`${TABLES[kind]}`, id: sql`id` };
}

/** The id of what stands at a place. */
export const idAt = ({ kind, type, alias, id }: Place): SQL => id ?? sql`${alias}.${tableOf(kind, type).id}`;

/** That an entry, by the column of its status, is one that an audience sees. */
export const statusSeen = (status: SQL, audience: Audience): SQL =>
  seesDrafts(audience) ? sql`true` : sql`${status} = 'published'`;

/** Names tables in a statement, each differently, and knows for whom the statement is made. */
export class Aliases {
  private count = 0;

  constructor(readonly audience: Audience) {}

  next(): SQL {
    this.count += 1;
    return sql`${sql.identifier(`q${this.count}`)}`;
  }
}

/** What has to be so for the audience to see what stands at a place. */
export function seenAt({ kind, type, alias }: Place, audience: Audience): SQL {
  if (kind === 'term') return sql`${alias}.taxonomy_id = ${type.contentType.id}`;
  return kind === 'entry' ? statusSeen(sql`${alias}.status`, audience) : sql`true`;
}

/** That the entries that are seen are of types that may be read; null stands for all. */
export const ofTypes = (types: readonly string[] | null): SQL =>
  types === null
    ? sql``
    : sql` AND seen.type_id IN (SELECT jsonb_array_elements_text(${JSON.stringify(types)}::jsonb))`;

/** The ids, among those of a list, of what the audience sees, as a query. */
export function seenAmong(
  kind: ReferenceKind,
  ids: SQL,
  audience: Audience,
  types: readonly string[] | null,
): SQL {
  if (kind !== 'entry') return sql`SELECT seen.id FROM ${TABLES[kind]} AS seen WHERE seen.id ${ids}`;
  const seen = statusSeen(sql`seen.status`, audience);
  return sql`SELECT seen.id FROM ${entry} AS seen WHERE seen.id ${ids} AND ${seen}${ofTypes(types)}`;
}
