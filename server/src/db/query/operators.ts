import type { OperatorKind } from '@tovlet/core/conditions/operators/index';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { sql, type SQL } from 'drizzle-orm';
import { orderedSubject, sidesByDay, type Subject } from './subject';

/**
 * An operator in SQL: true where the operator of core holds, and false or null elsewhere. Whoever turns it round asks for
 * `IS NOT TRUE`.
 */
type OperatorSql = (subject: Subject, value: JsonValue) => SQL;

const turned =
  (operator: OperatorSql): OperatorSql =>
  (subject, value) =>
    sql`((${operator(subject, value)}) IS NOT TRUE)`;

/** A value as what the subject is to the database. */
function operand({ column }: Subject, value: JsonValue): SQL {
  if (column === 'float8') return sql`${value}::float8`;
  if (column === 'boolean') return sql`${value}::boolean`;
  return column === 'timestamptz' ? sql`${value}::timestamptz` : sql`${value}::text`;
}

/** One parameter however many values there are. */
function operandList({ column }: Subject, value: JsonValue): SQL {
  const type = column === 'jsonb' || column === 'text[]' ? 'text' : column;
  return sql`ARRAY(SELECT item::${sql.raw(type)} FROM jsonb_array_elements_text(${JSON.stringify(value)}::jsonb) AS item)`;
}

const is: OperatorSql = (subject, value) => {
  if (typeof value !== 'string') return sql`${subject.sql} = ${operand(subject, value)}`;
  const [left, right] = sidesByDay(subject, value);
  return sql`${left} = ${right}`;
};

const byDay =
  (sign: '<' | '>'): OperatorSql =>
  (subject, value) => {
    const [left, right] = sidesByDay(subject, String(value));
    const order = subject.column === 'timestamptz' && String(value).includes('T') ? sql`` : sql` COLLATE "C"`;
    return sql`${left}${order} ${sql.raw(sign)} ${right}`;
  };

const byOrder =
  (sign: '<' | '<=' | '>' | '>='): OperatorSql =>
  (subject, value) =>
    sql`${orderedSubject(subject)} ${sql.raw(sign)} ${operand(subject, value)}`;

const isOneOf: OperatorSql = (subject, value) =>
  sql`${subject.column === 'timestamptz' ? orderedSubject(subject) : subject.sql} = ANY (${operandList(subject, value)})`;

const escapeLike = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

/** Texts hold each other without regard to case, in the letters of all languages. */
const holds =
  (before: string, after: string): OperatorSql =>
  ({ sql: subject }, value) => {
    const words = escapeLike(String(value).toLocaleLowerCase());
    return sql`lower(${subject} COLLATE "und-x-icu") LIKE ${`${before}${words}${after}`}`;
  };

const contains: OperatorSql = (subject, value) => {
  if (subject.column === 'jsonb') return sql`${subject.sql} @> ${JSON.stringify([value])}::jsonb`;
  return subject.column === 'text[]'
    ? sql`${subject.sql} @> ARRAY[${value}]::text[]`
    : holds('%', '%')(subject, value);
};

const containsOneOf: OperatorSql = (subject, value) =>
  subject.column === 'jsonb'
    ? sql`${subject.sql} ?| ${operandList(subject, value)}`
    : sql`${subject.sql} && ${operandList(subject, value)}`;

const size = ({ sql: subject, column }: Subject): SQL =>
  column === 'jsonb'
    ? sql`coalesce(jsonb_array_length(nullif(${subject}, 'null'::jsonb)), 0)`
    : sql`coalesce(cardinality(${subject}), 0)`;

const isEmpty: OperatorSql = ({ sql: subject, column }) =>
  column === 'jsonb' ? sql`(${subject} IS NULL OR ${subject} = 'null'::jsonb)` : sql`${subject} IS NULL`;

const bounds = (value: JsonValue): readonly [JsonValue, JsonValue] =>
  isJsonList(value) ? [value[0] ?? null, value[1] ?? null] : [null, null];

/** Every operator of conditions; one that is missing does not compile. Null: queries do not offer it. */
export const operatorsInSql: Readonly<Record<OperatorKind, OperatorSql | null>> = {
  is,
  is_not: turned(is),
  is_one_of: isOneOf,
  is_none_of: turned(isOneOf),
  is_empty: isEmpty,
  is_filled: turned(isEmpty),
  is_on: ({ sql: subject }) => subject,
  is_off: turned(({ sql: subject }) => subject),
  greater: byOrder('>'),
  greater_or_equal: byOrder('>='),
  less: byOrder('<'),
  less_or_equal: byOrder('<='),
  between: (subject, value) => {
    const [from, to] = bounds(value);
    return sql`(${byOrder('>=')(subject, from)} AND ${byOrder('<=')(subject, to)})`;
  },
  before: byDay('<'),
  after: byDay('>'),
  contains,
  contains_not: turned(contains),
  contains_one_of: containsOneOf,
  starts_with: holds('', '%'),
  ends_with: holds('%', ''),
  // Patterns run on an engine of Tovlet's own, which the database does not have.
  matches: null,
  has_at_least_rows: (subject, value) => sql`${size(subject)} >= ${value}::int`,
  has_at_most_rows: (subject, value) => sql`${size(subject)} <= ${value}::int`,
};
