import { maySee, PROGRAMS } from '../access/audience';
import { momentFrom } from '../fields/date_time/date_time';
import type { IndexColumn } from '../fields/field-type';
import type { JsonValue } from '../json';
import type { CompiledField, CompiledType } from '../model/compiled';
import { entryColumns, entryProperties, type EntryColumn } from '../model/entry-properties';
import { nearestOf } from '../values/nearest';

/** What a filter operator takes: one value of the column's type, several, text, or yes/no. */
export type FilterOperand = 'value' | 'list' | 'text' | 'boolean';

/** Operators of filters over the API, by the words of SQL and of common query languages. */
export const filterOperators = {
  eq: 'value',
  ne: 'value',
  in: 'list',
  gt: 'value',
  gte: 'value',
  lt: 'value',
  lte: 'value',
  contains: 'text',
  starts: 'text',
  has: 'value',
  has_any: 'list',
  empty: 'boolean',
} as const satisfies Readonly<Record<string, FilterOperand>>;

export type FilterOperator = keyof typeof filterOperators;

const BY_COLUMN: Readonly<Record<IndexColumn, readonly FilterOperator[]>> = {
  text: ['eq', 'ne', 'in', 'gt', 'gte', 'lt', 'lte', 'contains', 'starts', 'empty'],
  float8: ['eq', 'ne', 'in', 'gt', 'gte', 'lt', 'lte', 'empty'],
  boolean: ['eq', 'ne', 'empty'],
  'text[]': ['has', 'has_any', 'empty'],
};

/** What can be asked of a field that refers to something: whether it is that, never what its id is like. */
const OF_REFERENCES: ReadonlySet<FilterOperator> = new Set(['eq', 'ne', 'in', 'has', 'has_any', 'empty']);

/** A column of a type's index: a property of every entry, or a field. */
export type Column =
  | {
      readonly kind: 'entry';
      readonly key: EntryColumn;
      readonly column: IndexColumn;
      /** Whether it holds a moment, which is compared as a moment. */
      readonly moment: boolean;
    }
  | {
      readonly kind: 'field';
      readonly key: string;
      readonly field: CompiledField;
      readonly column: IndexColumn;
    };

export interface FilterTerm {
  readonly column: Column;
  readonly operator: FilterOperator;
  readonly value: JsonValue;
}
export interface SortTerm {
  readonly column: Column;
  readonly descending: boolean;
}

/** Why a filter, sort or field list is refused, and what it was about. */
export interface QueryProblem {
  readonly parameter: string;
  readonly message: string;
}

/** Tells whether a field has a column in the typed index table of its type. */
export function isIndexed({ field, type, ancestors }: CompiledField): boolean {
  return (
    type.index !== null && ancestors.length === 0 && (field.filterable || field.listColumn || field.unique)
  );
}

/** Lists the columns that programs may filter and sort by: those of fields the API includes. */
export function columnsOf(type: CompiledType): ReadonlyMap<string, Column> {
  const columns = new Map<string, Column>();
  for (const key of entryColumns) {
    const moment = entryProperties[key].holds === 'moment';
    columns.set(key, { kind: 'entry', key, column: 'text', moment });
  }
  for (const field of type.fields) {
    const column = field.type.index;
    if (column && maySee(PROGRAMS, field) && field.field.filterable && isIndexed(field)) {
      columns.set(field.key, { kind: 'field', key: field.key, field, column });
    }
  }
  return columns;
}

/** Lists the operators that fit a type of column. */
export function operatorsOf(column: IndexColumn): readonly FilterOperator[] {
  return BY_COLUMN[column];
}

/** Lists the operators that fit a column. */
export function operatorsOfColumn(column: Column): readonly FilterOperator[] {
  if (column.kind === 'entry') return column.moment ? BY_COLUMN.float8 : BY_COLUMN[column.column];
  const all = BY_COLUMN[column.column];
  return column.field.type.refersTo === null ? all : all.filter((each) => OF_REFERENCES.has(each));
}

function unknownColumn(key: string, columns: ReadonlyMap<string, Column>, type: CompiledType): string {
  const field = type.byKey.get(key);
  if (field && maySee(PROGRAMS, field) && field.type.index !== null)
    return `“${key}” is not filterable. Turn on Filterable for the field ${field.label}.`;
  const nearest = nearestOf(key, columns.keys());
  return `There is no field “${key.slice(0, 60)}” to filter or sort by.${nearest ? ` Did you mean “${nearest}”?` : ''}`;
}

/** Reads one value of a column; undefined when it does not fit. */
function valueFor(column: Column, input: JsonValue): JsonValue | undefined {
  if (column.column === 'float8') {
    const number = typeof input === 'string' && input.trim() !== '' ? Number(input) : input;
    return typeof number === 'number' && Number.isFinite(number) ? number : undefined;
  }
  if (column.column === 'boolean') {
    return input === true || input === 'true'
      ? true
      : input === false || input === 'false'
        ? false
        : undefined;
  }
  if (typeof input !== 'string') return undefined;
  if (column.kind === 'entry') return column.moment ? (momentFrom(input) ?? undefined) : input;
  return column.field.type.comparedAs(input);
}

/** Words for what a column is compared with. */
function wantedBy(column: Column, operator: FilterOperator): string {
  if (operator === 'empty' || column.column === 'boolean') return 'true or false';
  if (column.column === 'float8') return 'a number';
  if (column.kind === 'entry') return column.moment ? 'a moment such as 2026-05-31T18:30:00Z' : 'text';
  return column.field.type.index === 'text[]' ? 'text' : column.field.type.expected;
}

/** The most values that one filter names, and the most terms of an order. */
const LIST_LIMIT = 200;
const SORT_LIMIT = 5;

function operandFor(operator: FilterOperator, column: Column, input: JsonValue): JsonValue | undefined {
  switch (filterOperators[operator]) {
    case 'boolean':
      return valueFor({ ...column, column: 'boolean' }, input);
    case 'text':
      return typeof input === 'string' ? input : undefined;
    case 'list': {
      const items = typeof input === 'string' ? input.split(',') : Array.isArray(input) ? input : [input];
      const values = items.map((item: JsonValue) => valueFor(column, item));
      return values.some((value) => value === undefined)
        ? undefined
        : values.filter((value) => value !== undefined);
    }
    default:
      return valueFor(column, input);
  }
}

/**
 * Makes a filter term from a key, an operator and a value as they came in.
 * @param type the content type
 * @param columns what may be filtered, from columnsOf
 * @returns the term, or the problem with it
 */
export function filterTerm(
  type: CompiledType,
  columns: ReadonlyMap<string, Column>,
  key: string,
  operator: string,
  input: JsonValue,
): FilterTerm | QueryProblem {
  const parameter = `filter[${key}][${operator}]`;
  const column = columns.get(key);
  if (!column) return { parameter, message: unknownColumn(key, columns, type) };
  const operators = operatorsOfColumn(column);
  const found = operators.find((each) => each === operator);
  if (!found) {
    const fitting = operators.join(', ');
    return {
      parameter,
      message: `“${operator.slice(0, 40)}” does not fit ${key}. Operators that do: ${fitting}.`,
    };
  }
  const value = operandFor(found, column, input);
  if (value === undefined)
    return {
      parameter,
      message: `${key} is compared with ${wantedBy(column, found)}; “${String(input).slice(0, 60)}” is not.`,
    };
  if (Array.isArray(value) && value.length > LIST_LIMIT)
    return { parameter, message: `A filter names up to ${LIST_LIMIT} values; these are ${value.length}.` };
  return { column, operator: found, value };
}

/**
 * Reads a sort order such as `-altitude,title`.
 * @returns the terms and what was wrong; a minus means descending
 */
export function parseSort(
  type: CompiledType,
  columns: ReadonlyMap<string, Column>,
  text: string,
): { readonly sort: readonly SortTerm[]; readonly problems: readonly QueryProblem[] } {
  const sort: SortTerm[] = [];
  const problems: QueryProblem[] = [];
  const parts = text.split(',').filter((each) => each !== '');
  if (parts.length > SORT_LIMIT)
    problems.push({
      parameter: 'sort',
      message: `An order has up to ${SORT_LIMIT} terms; these are ${parts.length}.`,
    });
  for (const part of parts.slice(0, SORT_LIMIT)) {
    const descending = part.startsWith('-');
    const key = descending ? part.slice(1) : part;
    const column = columns.get(key);
    if (column?.column === 'text[]')
      problems.push({ parameter: 'sort', message: `“${key}” holds lists, which have no order.` });
    else if (column?.kind === 'field' && column.field.type.refersTo !== null)
      problems.push({ parameter: 'sort', message: `“${key}” refers to something, which has no order here.` });
    else if (column) sort.push({ column, descending });
    else problems.push({ parameter: 'sort', message: unknownColumn(key, columns, type) });
  }
  return { sort, problems };
}

/** Tells a problem from a filter term. */
export function isProblem(result: FilterTerm | QueryProblem): result is QueryProblem {
  return 'message' in result;
}
