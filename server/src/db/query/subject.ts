import type { TableColumn } from '@tovlet/core/model/indexed';
import type { ValueKind } from '@tovlet/core/queries/value-kind';
import { sql, type SQL } from 'drizzle-orm';
import { READERS_ORDER } from '../type-table';

/** A value that a comparison tests, in SQL. */
export interface Subject {
  readonly sql: SQL;
  readonly kind: ValueKind;
  /** What type it is to the database; lists in rows come one by one, as JSON. */
  readonly column: TableColumn | 'timestamptz';
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const DAY_LENGTH = 'YYYY-MM-DD'.length;

/** A subject and a value as the two sides of an operator that asks for days and moments. */
export function sidesByDay({ sql: subject, kind, column }: Subject, value: string): readonly [SQL, SQL] {
  const isDay = kind !== 'text' && DAY.test(value);
  if (column === 'timestamptz')
    return isDay
      ? [sql`to_char(${subject} AT TIME ZONE 'UTC', 'YYYY-MM-DD')`, sql`${value}`]
      : [sql`date_trunc('milliseconds', ${subject})`, sql`${value}::timestamptz`];
  return [isDay ? sql`left(${subject}, ${DAY_LENGTH})` : subject, sql`${value}::text`];
}

/** A subject as it is compared by order: as readers sort, by its characters, or as it is. */
export function orderedSubject({ sql: subject, kind, column }: Subject): SQL {
  if (kind === 'text') return sql`${subject} ${READERS_ORDER}`;
  if (column === 'timestamptz') return sql`date_trunc('milliseconds', ${subject})`;
  return kind === 'code' ? sql`${subject} COLLATE "C"` : subject;
}
