import type { CompiledModel } from '../model/compiled';
import type { Standing } from '../paths/standing';
import type { ParameterProblem } from './filter';
import { DEFAULT_PAGE_SIZE, pageSize } from './query';
import { parseSelection, type Selection } from './selection';

/** A request for terms, people or media, as it is understood. */
export interface ResourceQuery {
  readonly selection: Selection;
  readonly size: number;
  readonly after: string | null;
  /** Every parameter that is unknown or does not fit. */
  readonly problems: readonly ParameterProblem[];
}

const PARAMETERS: ReadonlySet<string> = new Set(['fields', 'include', 'page[size]', 'page[after]']);

/**
 * Reads the query parameters of a request for terms, people or media.
 * @param from what is asked for
 * @param parameters as they came in
 * @example parseResourceQuery(model, terms, new URLSearchParams('page[size]=5')).size // => 5
 */
export function parseResourceQuery(
  model: CompiledModel,
  from: Standing,
  parameters: URLSearchParams,
): ResourceQuery {
  const unknown = [...new Set(parameters.keys())].filter((name) => !PARAMETERS.has(name));
  const problems: ParameterProblem[] = unknown.map((name) => ({
    parameter: name.slice(0, 80),
    message: `There is no parameter “${name.slice(0, 80)}”.`,
  }));
  const size = parameters.get('page[size]');
  const wanted = parseSelection(model, from, parameters.get('fields'), parameters.get('include') ?? '');
  return {
    selection: wanted.selection,
    size: size === null ? DEFAULT_PAGE_SIZE : pageSize(size, problems),
    after: parameters.get('page[after]'),
    problems: [...problems, ...wanted.problems],
  };
}
