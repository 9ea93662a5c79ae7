import { rowQuantifiers } from '../conditions/condition';
import type { CompiledModel, CompiledType } from '../model/compiled';
import type { SortTerm } from '../queries/compile';
import { COMPARISON_LIMIT } from '../queries/condition';
import { facetsOf, type Facet } from '../queries/facets';
import type { EntryQuery } from '../queries/query';
import { searchFrom, type SearchWords } from '../search/search';
import { entriesOf, filterTerm, isProblem, parseSort, programsAsk, type ParameterProblem } from './filter';
import { FilterTree } from './filter-tree';
import { parseSelection, type Selection } from './selection';

export const DEFAULT_PAGE_SIZE = 25;
export const MAX_PAGE_SIZE = 200;

const FILTER = /^filter((?:\[[^\][]{1,200}\])+)$/;

/** Reads how many stand in a page. */
export function pageSize(text: string, problems: ParameterProblem[]): number {
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

/** Finds what entries are to be counted by, such as `area,open`. */
function facetsFrom(
  model: CompiledModel,
  type: CompiledType,
  text: string,
  problems: ParameterProblem[],
): readonly Facet[] {
  const offered = new Map(facetsOf(entriesOf(type), programsAsk(model)).map((facet) => [facet.keys, facet]));
  const names = [...new Set(text.split(',').filter((name) => name !== ''))];
  const unknown = names.filter((name) => !offered.has(name));
  for (const name of unknown)
    problems.push({
      parameter: 'facets',
      message: `Entries are not counted by “${name.slice(0, 80)}”. They are by: ${[...offered.keys()].join(', ')}.`,
    });
  return names.map((name) => offered.get(name)).filter((facet) => facet !== undefined);
}

/** A request for a list of entries, as it is understood. */
export interface ParsedQuery {
  readonly query: EntryQuery;
  /** What the entries are counted by. */
  readonly facets: readonly Facet[];
  /** What is delivered of them. */
  readonly selection: Selection;
  /** Every parameter that is unknown or does not fit. */
  readonly problems: readonly ParameterProblem[];
}

/** Reads parameters one by one, each kind in a method of its own. */
class ParameterReader {
  readonly problems: ParameterProblem[] = [];
  private readonly filters = new FilterTree();
  private comparisons = 0;
  private sort: readonly SortTerm[] = [];
  private words: SearchWords = [];
  private facets: readonly Facet[] = [];
  private fields: string | null = null;
  private include = '';
  private size = DEFAULT_PAGE_SIZE;
  private after: string | null = null;
  private before: string | null = null;

  constructor(
    private readonly model: CompiledModel,
    private readonly type: CompiledType,
  ) {}

  private readonly readers: Readonly<Record<string, (value: string) => void>> = {
    sort: (value) => {
      const parsed = parseSort(this.model, this.type, value);
      this.sort = parsed.sort;
      this.problems.push(...parsed.problems);
    },
    q: (value) => {
      const words = searchFrom(value);
      if ('problem' in words) this.problems.push({ parameter: 'q', message: words.problem });
      else this.words = words;
    },
    facets: (value) => {
      this.facets = facetsFrom(this.model, this.type, value, this.problems);
    },
    fields: (value) => {
      this.fields = value;
    },
    include: (value) => {
      this.include = value;
    },
    'page[size]': (value) => {
      this.size = pageSize(value, this.problems);
    },
    'page[after]': (value) => {
      this.after = value;
    },
    'page[before]': (value) => {
      this.before = value;
    },
  };

  read(name: string, value: string): void {
    if (FILTER.test(name)) return this.filter(name, value);
    const reader = Object.hasOwn(this.readers, name) ? this.readers[name] : undefined;
    if (reader) return reader(value);
    this.problems.push({
      parameter: name.slice(0, 80),
      message: `There is no parameter “${name.slice(0, 80)}”.`,
    });
  }

  private filter(name: string, value: string): void {
    this.comparisons += 1;
    if (this.comparisons > COMPARISON_LIMIT) return;
    const problem = addFilter(this.model, this.type, name, value, this.filters);
    if (problem) this.problems.push(problem);
  }

  done(): ParsedQuery {
    if (this.comparisons > COMPARISON_LIMIT)
      this.problems.push({
        parameter: 'filter',
        message: `A query has up to ${COMPARISON_LIMIT} filters; these are ${this.comparisons}.`,
      });
    if (this.after !== null && this.before !== null)
      this.problems.push({
        parameter: 'page[before]',
        message: 'A page stands after a cursor or before one, not both.',
      });
    const { selection, problems } = parseSelection(
      this.model,
      entriesOf(this.type),
      this.fields,
      this.include,
    );
    this.problems.push(...problems);
    const page = {
      size: this.size,
      cursor: this.before ?? this.after,
      backwards: this.before !== null,
    };
    const query = { condition: this.filters.condition(), sort: this.sort, words: this.words, page };
    return { query, facets: this.facets, selection, problems: this.problems };
  }
}

/**
 * Reads the query parameters of a REST request for a list of entries.
 * @param type the content type asked for
 * @param parameters name and value pairs, decoded, in the order of the address
 * @returns the query, and every parameter that is unknown or does not fit
 * @example parseQuery(model, type, [['sort', '-altitude']]).query.sort[0].descending // => true
 */
export function parseQuery(
  model: CompiledModel,
  type: CompiledType,
  parameters: Iterable<readonly [string, string]>,
): ParsedQuery {
  const reader = new ParameterReader(model, type);
  for (const [name, value] of parameters) reader.read(name, value);
  return reader.done();
}
