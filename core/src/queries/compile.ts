import { say } from '../locale/say';
import type { Audience } from '../access/audience';
import type { Connective, RowQuantifier } from '../conditions/condition';
import { operatorOf, type OperatorKind } from '../conditions/operators';
import type { JsonValue } from '../json';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import type { Path } from '../paths/path';
import type { PathContext, Standing } from '../paths/standing';
import type { End } from '../paths/steps/step';
import {
  COMPARISON_LIMIT,
  isQueryComparison,
  queryComparisons,
  type QueryComparison,
  type RelatedCondition,
  type QueryCondition,
} from './condition';
import { readOperand } from './operand';
import { operatorsFor, valueKindOf, type ValueKind } from './value-kind';

/** A comparison found in the model, its operand read. */
export interface CompiledComparison {
  readonly kind: 'comparison';
  readonly path: ResolvedPath;
  readonly valueKind: ValueKind;
  /** Which of many values have to fit; of a single one nothing is asked. */
  readonly quantifier: RowQuantifier;
  readonly operator: OperatorKind;
  readonly value: JsonValue;
}

export interface CompiledConditionList {
  readonly kind: Connective;
  readonly conditions: readonly CompiledCondition[];
}
/** What one and the same thing has to fit, of those that some hops lead to. */
export interface CompiledRelated {
  readonly kind: 'related';
  readonly path: ResolvedPath;
  readonly quantifier: RowQuantifier;
  readonly condition: CompiledCondition;
}
export type CompiledCondition = CompiledConditionList | CompiledComparison | CompiledRelated;

/** One term of an order. */
export interface SortTerm {
  readonly path: ResolvedPath;
  readonly valueKind: ValueKind;
  readonly descending: boolean;
}

/** What of a query does not fit, and where it stands: the places of lists on the way. */
export interface QueryProblem {
  readonly at: readonly number[];
  readonly problem: string;
}

/** What all entries fit. */
export const EVERYTHING: CompiledConditionList = { kind: 'all', conditions: [] };

/** Whether an audience may not compare what stands at an end: columns of lists that nobody filters by are for people alone. */
export const isClosed = (end: End, { kind }: Audience): boolean =>
  kind === 'program' && end.kind === 'field' && !end.field.field.filterable;

/** Finds a path that can be compared, or says why it cannot. */
function comparable(
  path: Path,
  from: Standing,
  context: PathContext,
): { readonly path: ResolvedPath; readonly valueKind: ValueKind } | { readonly problem: string } {
  const found = resolvePath(path, from, context);
  if (isPathProblem(found)) return found;
  const valueKind = valueKindOf(found);
  const { end } = found;
  if (valueKind !== null && !isClosed(end, context.audience)) return { path: found, valueKind };
  return {
    problem:
      end.kind === 'field' && end.field.type.index !== null
        ? say`“${found.keys}” is not filterable. Turn on Filterable for the field ${end.field.label}.`
        : say`“${found.keys}” cannot be compared.`,
  };
}

/**
 * Finds what a comparison is about and reads what it is compared with.
 * @returns the comparison, or what does not fit, as a sentence
 */
export function compileComparison(
  { path, quantifier, operator, value }: QueryComparison,
  from: Standing,
  context: PathContext,
): CompiledComparison | { readonly problem: string } {
  const found = comparable(path, from, context);
  if ('problem' in found) return found;
  const operators = operatorsFor(found.path);
  if (!operators.includes(operator)) {
    const fitting = operators.map((kind) => operatorOf(kind).words).join(', ');
    const { words } = operatorOf(operator);
    return { problem: say`“${words}” does not fit ${found.path.keys}. Operators that do: ${fitting}.` };
  }
  const operand = readOperand(found.path, found.valueKind, operator, value ?? null);
  if ('problem' in operand) return operand;
  return { kind: 'comparison', ...found, quantifier: quantifier ?? 'any', operator, value: operand.value };
}

/** Finds where a path leads that ends on things and not on values, or says why it leads nowhere. */
export function resolveThings(
  path: Path,
  from: Standing,
  context: PathContext,
): ResolvedPath | { readonly problem: string } {
  // One step more is taken and left out again: a reference at the end would be a value.
  const found = resolvePath([...path, { kind: 'property', property: 'id' }], from, context);
  if (isPathProblem(found)) return found;
  return found.hops.length > 0 ? found : { problem: say`“${found.keys}” leads to nothing else.` };
}

function compiledRelated(
  { path, quantifier, condition }: RelatedCondition,
  from: Standing,
  context: PathContext,
  at: readonly number[],
  problems: QueryProblem[],
): CompiledCondition {
  const found = resolveThings(path, from, context);
  const to = 'problem' in found ? undefined : found.hops.at(-1)?.to;
  if ('problem' in found || !to) {
    problems.push({ at, problem: 'problem' in found ? found.problem : say`The path has no end.` });
    return EVERYTHING;
  }
  const inner = compiled(condition, to, context, at, problems);
  return { kind: 'related', path: found, quantifier: quantifier ?? 'any', condition: inner };
}

function compiled(
  condition: QueryCondition,
  from: Standing,
  context: PathContext,
  at: readonly number[],
  problems: QueryProblem[],
): CompiledCondition {
  if (condition.kind === 'related') return compiledRelated(condition, from, context, at, problems);
  if (!isQueryComparison(condition)) {
    const conditions = condition.conditions.map((part, index) =>
      compiled(part, from, context, [...at, index], problems),
    );
    return { kind: condition.kind, conditions };
  }
  const found = compileComparison(condition, from, context);
  if (!('problem' in found)) return found;
  problems.push({ at, problem: found.problem });
  return EVERYTHING;
}

/**
 * Compiles a condition of a query: every path found, every operand read, nothing ignored.
 * @param from the types the query is about
 * @param context the model and the audience; what that may not see cannot be asked for
 * @returns the condition, and everything that does not fit
 */
export function compileCondition(
  condition: QueryCondition | null,
  from: Standing,
  context: PathContext,
): { readonly condition: CompiledCondition; readonly problems: readonly QueryProblem[] } {
  if (condition === null) return { condition: EVERYTHING, problems: [] };
  const comparisons = queryComparisons(condition).length;
  if (comparisons > COMPARISON_LIMIT) {
    const problem = say`A query has up to ${COMPARISON_LIMIT} comparisons; these are ${comparisons}.`;
    return { condition: EVERYTHING, problems: [{ at: [], problem }] };
  }
  const problems: QueryProblem[] = [];
  return { condition: compiled(condition, from, context, [], problems), problems };
}

/**
 * Compiles one term of an order.
 * @returns the term, or why lists cannot be put in order by it
 */
export function compileSort(
  path: Path,
  descending: boolean,
  from: Standing,
  context: PathContext,
): SortTerm | { readonly problem: string } {
  const found = comparable(path, from, context);
  if ('problem' in found) return found;
  const { valueKind } = found;
  const hasOrder = valueKind !== 'reference' && valueKind !== 'list' && valueKind !== 'links';
  if (found.path.many || !hasOrder)
    return {
      problem: say`Lists cannot be put in order by “${found.path.keys}”: there may be several, or they have none.`,
    };
  return { ...found, descending };
}
