import { maySee, PROGRAMS } from '../access/audience';
import { entryPropertyNames } from '../model/entry-properties';
import type { CompiledType } from '../model/compiled';
import {
  columnsOf,
  filterTerm,
  isProblem,
  parseSort,
  type FilterTerm,
  type QueryProblem,
  type SortTerm,
} from './filter';
import { nearestOf } from '../values/nearest';

/** A request for a page of entries. */
export interface EntryQuery {
  readonly filters: readonly FilterTerm[];
  readonly sort: readonly SortTerm[];
  /** Keys to deliver; null for all. */
  readonly fields: readonly string[] | null;
  readonly size: number;
  readonly after: string | null;
}

export const DEFAULT_PAGE_SIZE = 25;
export const MAX_PAGE_SIZE = 200;

const FILTER = /^filter\[([^\][]{1,80})\](?:\[([^\][]{1,40})\])?$/;

function pageSize(text: string, problems: QueryProblem[]): number {
  const size = Number(text);
  if (Number.isInteger(size) && size >= 1 && size <= MAX_PAGE_SIZE) return size;
  problems.push({
    parameter: 'page[size]',
    message: `page[size] is a whole number from 1 to ${MAX_PAGE_SIZE}.`,
  });
  return DEFAULT_PAGE_SIZE;
}

function deliveredKeys(text: string, type: CompiledType, problems: QueryProblem[]): readonly string[] {
  const keys = text.split(',').filter((key) => key !== '');
  const known = new Set<string>([
    ...entryPropertyNames,
    ...type.fields.filter((field) => maySee(PROGRAMS, field)).map(({ key }) => key),
  ]);
  for (const key of keys.filter((each) => !known.has(each))) {
    const nearest = nearestOf(key, known);
    const hint = nearest ? ` Did you mean “${nearest}”?` : '';
    problems.push({ parameter: 'fields', message: `There is no field “${key.slice(0, 60)}”.${hint}` });
  }
  return keys;
}

/**
 * Reads the query parameters of a REST request for a list of entries.
 * @param type the content type asked for
 * @param parameters name and value pairs, decoded, in the order of the address
 * @returns the query, and every parameter that is unknown or does not fit
 * @example parseQuery(type, [['sort', '-altitude']]).query.sort[0].descending // => true
 */
export function parseQuery(
  type: CompiledType,
  parameters: Iterable<readonly [string, string]>,
): { readonly query: EntryQuery; readonly problems: readonly QueryProblem[] } {
  const columns = columnsOf(type);
  const problems: QueryProblem[] = [];
  const filters: FilterTerm[] = [];
  let sort: readonly SortTerm[] = [];
  let fields: readonly string[] | null = null;
  let size = DEFAULT_PAGE_SIZE;
  let after: string | null = null;
  for (const [name, value] of parameters) {
    const filter = FILTER.exec(name);
    if (filter) {
      const term = filterTerm(type, columns, filter[1] ?? '', filter[2] ?? 'eq', value);
      if (isProblem(term)) problems.push(term);
      else filters.push(term);
    } else if (name === 'sort') {
      const parsed = parseSort(type, columns, value);
      sort = parsed.sort;
      problems.push(...parsed.problems);
    } else if (name === 'fields') fields = deliveredKeys(value, type, problems);
    else if (name === 'page[size]') size = pageSize(value, problems);
    else if (name === 'page[after]') after = value;
    else
      problems.push({
        parameter: name.slice(0, 80),
        message: `There is no parameter “${name.slice(0, 80)}”.`,
      });
  }
  return { query: { filters, sort, fields, size, after }, problems };
}
