import { said, say } from '../locale/say';
import type { RowQuantifier } from '../conditions/condition';
import { isRelativeDay, relativeDayWords } from '../conditions/relative-day';
import { operatorOf } from '../conditions/operators';
import { isJsonList, type JsonValue } from '../json';
import type { Path } from '../paths/path';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import type { PathContext, Standing } from '../paths/standing';
import {
  isQueryComparison,
  type QueryComparison,
  type QueryCondition,
  type RelatedCondition,
} from '../queries/condition';
import { valueKindOf } from '../queries/value-kind';
import type { EntryTitles } from './condition-words';

/** What words about a query need to know: where its paths begin, and what ids are called. */
export interface QueryWordsContext extends PathContext {
  readonly from: Standing;
  readonly titles: EntryTitles;
}

const endsWithThoseBelow = (path: Path): boolean => path.at(-1)?.kind === 'ancestor_or_self';

/** A way in words; the terms below one are said beside the term. */
function wayWords(path: Path, context: QueryWordsContext): string {
  const way = endsWithThoseBelow(path) && path.length > 1 ? path.slice(0, -1) : path;
  const found = resolvePath(way, context.from, context);
  return isPathProblem(found) ? say`something that is gone` : found.label;
}

function oneValue(value: JsonValue, path: ResolvedPath, { titles }: QueryWordsContext): string {
  if (isRelativeDay(value)) return relativeDayWords(value);
  const kind = valueKindOf(path);
  if (kind === 'reference' || kind === 'links') return `“${titles(String(value)) ?? String(value)}”`;
  if (path.end.kind === 'property') return kind === 'text' ? `“${String(value)}”` : said(String(value));
  const { behaviour } = path.end.field;
  const shown = behaviour.display(kind === 'list' ? [value] : value, undefined);
  const text = 'text' in shown ? shown.text : '';
  return text === '' ? String(value) : text;
}

function valueWords(comparison: QueryComparison, path: ResolvedPath, context: QueryWordsContext): string {
  const { operator, value = null } = comparison;
  const { operand } = operatorOf(operator);
  if (operand === 'count') return `${String(value ?? '…')} ${say`values`}`;
  if (value === null || value === '') return '…';
  if (!isJsonList(value)) return oneValue(value, path, context);
  if (value.length === 0) return '…';
  const parts = value.map((each) => (each === null || each === '' ? '…' : oneValue(each, path, context)));
  return parts.join(operand === 'range' ? say` and ` : say` or `);
}

const QUANTIFIERS: Readonly<Record<RowQuantifier, string>> = {
  any: say`any`,
  every: say`every`,
  no: say`no`,
};

function comparisonWords(comparison: QueryComparison, context: QueryWordsContext): string {
  const { path: steps, operator, quantifier = 'any' } = comparison;
  const path = resolvePath(steps, context.from, context);
  const way = wayWords(steps, context);
  if (isPathProblem(path)) return way;
  const isItself = path.hops.length > 0 && path.end.kind === 'property' && path.end.property === 'id';
  if (isItself && operator === 'is_filled' && path.many)
    return quantifier === 'no' ? say`has no ${way}` : say`has ${way}`;
  const { operand, words } = operatorOf(operator);
  const which = path.many && !endsWithThoseBelow(steps) ? `${QUANTIFIERS[quantifier]} ` : '';
  const turned = endsWithThoseBelow(steps) && quantifier === 'no' ? `${say`not:`} ` : '';
  const below = endsWithThoseBelow(steps) && operand !== 'nothing' ? say` or below` : '';
  const value = operand === 'nothing' ? '' : ` ${valueWords(comparison, path, context)}`;
  return `${turned}${which}${way} ${words}${value}${below}`;
}

function relatedWords(
  { path, quantifier = 'any', condition }: RelatedCondition,
  context: QueryWordsContext,
): string {
  const found = resolvePath(path, context.from, context);
  const inner = resolvePath([...path, { kind: 'property', property: 'id' }], context.from, context);
  const to = isPathProblem(inner) ? undefined : inner.hops.at(-1)?.to;
  if (isPathProblem(found) || !to) return say`something that is gone`;
  const words = queryWords(condition, { ...context, from: to });
  return say`${QUANTIFIERS[quantifier]} ${found.label} where ${words}`;
}

/**
 * Puts a condition of a query into words.
 * @param context where its paths begin, for whom, and what ids are called
 * @returns a phrase such as “Altitude is at least 2 000 m and Area is “Middle ridge” or below”
 */
export function queryWords(condition: QueryCondition, context: QueryWordsContext, nested = false): string {
  if (isQueryComparison(condition)) return comparisonWords(condition, context);
  if (condition.kind === 'related') return relatedWords(condition, context);
  if (condition.conditions.length === 0) return condition.kind === 'any' ? say`never` : say`always`;
  const parts = condition.conditions.map((part) => queryWords(part, context, true));
  if (condition.kind === 'none') return say`none of (${parts.join(', ')})`;
  const joined = parts.join(condition.kind === 'all' ? say` and ` : say` or `);
  return nested && parts.length > 1 ? `(${joined})` : joined;
}
