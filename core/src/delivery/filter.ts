import { PROGRAMS } from '../access/audience';
import type { RowQuantifier } from '../conditions/condition';
import type { JsonValue } from '../json';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { pathFromKeys } from '../paths/from-keys';
import type { Path } from '../paths/path';
import { propertiesFor } from '../paths/properties';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import { metOn, type PathContext, type Standing } from '../paths/standing';
import { compileComparison, compileSort, type CompiledComparison, type SortTerm } from '../queries/compile';
import { valueKindOf, type ValueKind } from '../queries/value-kind';
import { comparisonFrom, wordNamed, wordsFor } from './filter-words';

/** Why a filter, sort or field list is refused, and what it was about. */
export interface ParameterProblem {
  readonly parameter: string;
  readonly message: string;
}

/** Something that programs may filter by, on the entries themselves. */
export interface FilterPath {
  readonly steps: Path;
  readonly path: ResolvedPath;
  readonly valueKind: ValueKind;
}

/** For whom programs ask. */
export const programsAsk = (model: CompiledModel): PathContext => ({ model, audience: PROGRAMS });

/** The entries of a type, as the beginning of paths. */
export const entriesOf = (type: CompiledType): Standing => ({ kind: 'entry', types: [type] });

const known = new WeakMap<CompiledType, ReadonlyMap<string, FilterPath>>();

/** Lists what programs may filter the entries of a type by without leaving them: by the keys that name it. */
export function filterPaths(model: CompiledModel, type: CompiledType): ReadonlyMap<string, FilterPath> {
  const before = known.get(type);
  if (before) return before;
  const context = programsAsk(model);
  const paths: readonly Path[] = [
    ...[...propertiesFor('entry', PROGRAMS).keys()].map((property): Path => [{ kind: 'property', property }]),
    ...[...metOn(type, PROGRAMS).values()]
      .filter(({ field }) => field.field.filterable)
      .map(({ field }): Path => [{ kind: 'field', field: field.id }]),
  ];
  const found = paths.flatMap((steps): readonly (readonly [string, FilterPath])[] => {
    const path = resolvePath(steps, entriesOf(type), context);
    const valueKind = isPathProblem(path) ? null : valueKindOf(path);
    return isPathProblem(path) || valueKind === null ? [] : [[path.keys, { steps, path, valueKind }]];
  });
  const made = new Map(found);
  known.set(type, made);
  return made;
}

const textOf = (value: JsonValue): string => (typeof value === 'string' ? value : JSON.stringify(value));

/**
 * Makes a comparison from keys, a word and a value as they came in.
 * @param parameter what it is called where something is wrong with it
 * @param quantifier which of many values have to fit
 * @returns the comparison, or the problem with it
 */
export function filterTerm(
  model: CompiledModel,
  type: CompiledType,
  parameter: string,
  keys: string,
  word: string,
  value: JsonValue,
  quantifier: RowQuantifier = 'any',
): CompiledComparison | ParameterProblem {
  const [context, from] = [programsAsk(model), entriesOf(type)];
  const refused = (message: string): ParameterProblem => ({ parameter, message });
  const steps = pathFromKeys(keys, from, context);
  if ('problem' in steps) return refused(steps.problem);
  const path = resolvePath(steps, from, context);
  if (isPathProblem(path)) return refused(path.problem);
  const kind = valueKindOf(path);
  const found = kind === null ? undefined : wordNamed(word, kind);
  if (kind !== null && !found) {
    const fitting = wordsFor(kind).join(', ');
    return refused(`“${word.slice(0, 40)}” does not fit ${keys}. Operators that do: ${fitting}.`);
  }
  const comparison = comparisonFrom(steps, found ?? 'eq', value);
  if (!comparison)
    return refused(`${keys} is compared with true or false; “${textOf(value).slice(0, 60)}” is not.`);
  const compiled = compileComparison({ ...comparison, quantifier }, from, context);
  return 'problem' in compiled ? refused(compiled.problem) : compiled;
}

/** The most terms of an order. */
const SORT_LIMIT = 5;

/**
 * Reads a sort order such as `-altitude,area.label`.
 * @returns the terms and what was wrong; a minus means descending
 */
export function parseSort(
  model: CompiledModel,
  type: CompiledType,
  text: string,
): { readonly sort: readonly SortTerm[]; readonly problems: readonly ParameterProblem[] } {
  const sort: SortTerm[] = [];
  const problems: ParameterProblem[] = [];
  const parts = text.split(',').filter((each) => each !== '');
  const refuse = (message: string): void => {
    problems.push({ parameter: 'sort', message });
  };
  if (parts.length > SORT_LIMIT) refuse(`An order has up to ${SORT_LIMIT} terms; these are ${parts.length}.`);
  const [context, from] = [programsAsk(model), entriesOf(type)];
  for (const part of parts.slice(0, SORT_LIMIT)) {
    const descending = part.startsWith('-');
    const steps = pathFromKeys(descending ? part.slice(1) : part, from, context);
    const term = 'problem' in steps ? steps : compileSort(steps, descending, from, context);
    if ('problem' in term) refuse(term.problem);
    else sort.push(term);
  }
  return { sort, problems };
}

/** Tells a problem from what was read. */
export const isProblem = (read: CompiledComparison | ParameterProblem): read is ParameterProblem =>
  'parameter' in read;
