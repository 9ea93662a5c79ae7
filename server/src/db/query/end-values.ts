import { indexedFields, type TableColumn } from '@tovlet/core/model/indexed';
import type { IndexColumn } from '@tovlet/core/fields/field-type';
import type { ReferenceKind } from '@tovlet/core/fields/reference';
import type { End } from '@tovlet/core/paths/steps/step';
import type { ValueKind } from '@tovlet/core/queries/value-kind';
import { sql, type SQL } from 'drizzle-orm';
import { idAt, seenAmong, type Aliases, type Place } from './place';
import type { Subject } from './subject';

/** The column of an end at a place, as it stands in the table. */
export function storedAt(place: Place, end: End): SQL {
  if (end.kind === 'field') return sql`${place.alias}.${sql.identifier(end.field.id)}`;
  return end.property === 'id' ? idAt(place) : sql`${place.alias}.${sql.identifier(end.property)}`;
}

/** What a property of a place is to the database. */
function property(place: Place, end: End, kind: ValueKind): Subject {
  const column = kind === 'moment' ? 'timestamptz' : 'text';
  const value = storedAt(place, end);
  // A text without anything in it is nothing to ask for.
  const mayBeEmpty = end.kind === 'property' && end.property === 'alt';
  return { sql: mayBeEmpty ? sql`nullif(${value}, '')` : value, kind, column };
}

/** What one row has of a column that holds the values of all rows. */
const ofOneRow: Partial<Record<TableColumn, IndexColumn | 'jsonb'>> = {
  'text[]': 'text',
  'float8[]': 'float8',
  'boolean[]': 'boolean',
  jsonb: 'jsonb',
};

/** A value without the ids of what the audience does not see, and of what is not there any more. */
function seenOnly(
  subject: Subject,
  refersTo: ReferenceKind,
  { audience }: Aliases,
  types: readonly string[] | null,
): Subject {
  const { sql: value, column } = subject;
  const among = (ids: SQL): SQL => seenAmong(refersTo, ids, audience, types);
  if (column === 'text') return { ...subject, sql: sql`(${among(sql`= ${value}`)})` };
  if (column === 'text[]')
    return {
      ...subject,
      sql: sql`(SELECT array_agg(id) FROM (${among(sql`= ANY (${value})`)}) AS left_over)`,
    };
  const ids = sql`IN (SELECT jsonb_array_elements_text(CASE jsonb_typeof(${value}) WHEN 'array' THEN ${value} ELSE '[]' END))`;
  return { ...subject, sql: sql`(SELECT jsonb_agg(id) FROM (${among(ids)}) AS left_over)` };
}

/** The value at a place, as it stands in the table, and as the audience sees it. */
export interface EndValue {
  readonly raw: Subject;
  readonly seen: Subject;
}

function field(value: SQL, column: TableColumn, kind: ValueKind, end: End, names: Aliases): EndValue {
  const raw: Subject = { sql: value, kind, column };
  if (end.kind === 'property' || end.field.type.refersTo === null) return { raw, seen: raw };
  return { raw, seen: seenOnly(raw, end.field.type.refersTo, names, end.among) };
}

/**
 * Says what holds for the values that an end has at a place.
 * @param holds the condition for one value
 * @returns whether it holds for the value, or for that of any row
 */
export function anyValue(
  place: Place,
  end: End,
  kind: ValueKind,
  names: Aliases,
  holds: (value: EndValue) => SQL,
): SQL {
  if (end.kind === 'property') {
    const value = property(place, end, kind);
    return holds({ raw: value, seen: value });
  }
  const { id } = end.field;
  const column = indexedFields(place.type).get(id)?.column ?? 'text';
  const stored = storedAt(place, end);
  const one = end.inRows ? ofOneRow[column] : undefined;
  if (one === undefined) return holds(field(stored, column, kind, end, names));
  const row = names.next();
  const rows = column === 'jsonb' ? sql`jsonb_array_elements(${stored})` : sql`unnest(${stored})`;
  const value = field(sql`${row}.value`, one, kind, end, names);
  return sql`EXISTS (SELECT 1 FROM ${rows} AS ${row} (value) WHERE ${holds(value)})`;
}
