import { rowQuantifiers } from '../conditions/condition';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { EVERYTHING, type CompiledCondition, type SortTerm } from '../queries/compile';
import { COMPARISON_LIMIT } from '../queries/condition';
import { filterTerm, isProblem, parseSort, type ParameterProblem } from './filter';
import { FilterTree } from './filter-tree';
import { parseSelection, type Selection } from './selection';

/** A request for a page of entries. */
export interface EntryQuery {
  readonly condition: CompiledCondition;
  readonly sort: readonly SortTerm[];
  readonly size: number;
  readonly after: string | null;
}

/** A request for the first entries of a type, whatever they are, in the order of their titles. */
export const firstEntries = (size: number, after: string | null = null): EntryQuery => ({
  condition: EVERYTHING,
  sort: [],
  size,
  after,
});

export const DEFAULT_PAGE_SIZE = 25;
export const MAX_PAGE_SIZE = 200;

const FILTER = /^filter((?:\[[^\][]{1,200}\])+)$/;

function pageSize(text: string, problems: ParameterProblem[]): number {
  const size = Number(text);
  if (Number.isInteger(size) && size >= 1 && size <= MAX_PAGE_SIZE) return size;
  problems.push({
    parameter: 'page[size]',
    message: `page[size] is a whole number from 1 to ${MAX_PAGE_SIZE}.`,
  });
  return DEFAULT_PAGE_SIZE;
}

/** Adds what one filter says, or says what is wrong with it. */
function addFilter(
  model: CompiledModel,
  type: CompiledType,
  parameter: string,
  value: string,
  tree: FilterTree,
): ParameterProblem | null {
  const names = parameter.slice('filter['.length, -1).split('][');
  const place = tree.place(names);
  if (!place) return { parameter, message: 'Lists of conditions stand too deep in each other.' };
  const [keys = '', word = 'eq', which, ...more] = place.rest;
  const quantifier = which === undefined ? 'any' : rowQuantifiers.find((each) => each === which);
  if (!quantifier || more.length > 0 || keys === '')
    return {
      parameter: parameter.slice(0, 200),
      message: 'A filter is filter[path][operator] or filter[path][operator][any, every or no].',
    };
  const at = place.rest.length === 1 ? `${parameter}[eq]` : parameter;
  const term = filterTerm(model, type, at, keys, word, value, quantifier);
  if (isProblem(term)) return term;
  place.add(term);
  return null;
}

/**
 * Reads the query parameters of a REST request for a list of entries.
 * @param type the content type asked for
 * @param parameters name and value pairs, decoded, in the order of the address
 * @returns the query, what of its entries is delivered, and every parameter that is unknown or does not fit
 * @example parseQuery(model, type, [['sort', '-altitude']]).query.sort[0].descending // => true
 */
export function parseQuery(
  model: CompiledModel,
  type: CompiledType,
  parameters: Iterable<readonly [string, string]>,
): {
  readonly query: EntryQuery;
  readonly selection: Selection;
  readonly problems: readonly ParameterProblem[];
} {
  const problems: ParameterProblem[] = [];
  const filters = new FilterTree();
  let comparisons = 0;
  let sort: readonly SortTerm[] = [];
  let fields: string | null = null;
  let include = '';
  let size = DEFAULT_PAGE_SIZE;
  let after: string | null = null;
  for (const [name, value] of parameters) {
    if (FILTER.test(name)) {
      comparisons += 1;
      const problem = comparisons > COMPARISON_LIMIT ? null : addFilter(model, type, name, value, filters);
      if (problem) problems.push(problem);
    } else if (name === 'sort') {
      const parsed = parseSort(model, type, value);
      sort = parsed.sort;
      problems.push(...parsed.problems);
    } else if (name === 'fields') fields = value;
    else if (name === 'include') include = value;
    else if (name === 'page[size]') size = pageSize(value, problems);
    else if (name === 'page[after]') after = value;
    else
      problems.push({
        parameter: name.slice(0, 80),
        message: `There is no parameter “${name.slice(0, 80)}”.`,
      });
  }
  if (comparisons > COMPARISON_LIMIT)
    problems.push({
      parameter: 'filter',
      message: `A query has up to ${COMPARISON_LIMIT} filters; these are ${comparisons}.`,
    });
  const { selection, problems: unknown } = parseSelection(model, type, fields, include);
  problems.push(...unknown);
  return { query: { condition: filters.condition(), sort, size, after }, selection, problems };
}
