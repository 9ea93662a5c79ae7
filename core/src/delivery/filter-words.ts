import type { OperatorKind } from '../conditions/operators';
import type { JsonValue } from '../json';
import type { Path } from '../paths/path';
import type { QueryComparison } from '../queries/condition';
import type { ValueKind } from '../queries/value-kind';

/** What a word takes: one value of the path's type, several, text, or yes/no. */
export type FilterOperand = 'value' | 'list' | 'text' | 'boolean';

/** A word of filters: what it takes, and the operator it stands for; by whether it is asked for or against, where it takes yes/no. */
interface FilterWordPlan {
  readonly operand: FilterOperand;
  readonly operator: OperatorKind;
  readonly otherwise?: OperatorKind;
}

/** Operators of filters over the API, by the words of SQL and of common query languages. */
export const filterWords = {
  eq: { operand: 'value', operator: 'is' },
  ne: { operand: 'value', operator: 'is_not' },
  in: { operand: 'list', operator: 'is_one_of' },
  gt: { operand: 'value', operator: 'greater' },
  gte: { operand: 'value', operator: 'greater_or_equal' },
  lt: { operand: 'value', operator: 'less' },
  lte: { operand: 'value', operator: 'less_or_equal' },
  contains: { operand: 'text', operator: 'contains' },
  starts: { operand: 'text', operator: 'starts_with' },
  has: { operand: 'value', operator: 'contains' },
  has_any: { operand: 'list', operator: 'contains_one_of' },
  empty: { operand: 'boolean', operator: 'is_empty', otherwise: 'is_filled' },
} as const satisfies Readonly<Record<string, FilterWordPlan>>;

export type FilterWord = keyof typeof filterWords;

const ORDERED = ['eq', 'ne', 'in', 'gt', 'gte', 'lt', 'lte', 'empty'] as const;
const TEXT = ['eq', 'ne', 'in', 'gt', 'gte', 'lt', 'lte', 'contains', 'starts', 'empty'] as const;

const BY_KIND: Readonly<Record<ValueKind, readonly FilterWord[]>> = {
  number: ORDERED,
  text: TEXT,
  code: TEXT,
  moment: ORDERED,
  switch: ['eq', 'ne', 'empty'],
  reference: ['eq', 'ne', 'in', 'empty'],
  list: ['has', 'has_any', 'empty'],
  links: ['has', 'has_any', 'empty'],
};

/** Lists the words that fit a kind of value. */
export const wordsFor = (kind: ValueKind): readonly FilterWord[] => BY_KIND[kind];

/** Finds a word by its name, among those that fit a kind of value. */
export const wordNamed = (name: string, kind: ValueKind): FilterWord | undefined =>
  wordsFor(kind).find((each) => each === name);

/**
 * Makes the comparison that a word and a value stand for.
 * @returns undefined where the word asks for yes or no and gets something else
 * @example comparisonFrom([{ kind: 'field', field: 'f_altitude' }], 'gte', '2000')?.operator // => 'greater_or_equal'
 */
export function comparisonFrom(path: Path, word: FilterWord, value: JsonValue): QueryComparison | undefined {
  const plan: FilterWordPlan = filterWords[word];
  if (plan.operand !== 'boolean') {
    const list = plan.operand === 'list' && typeof value === 'string' ? value.split(',') : value;
    return { kind: 'path', path, operator: plan.operator, value: list };
  }
  if (value === true || value === 'true') return { kind: 'path', path, operator: plan.operator };
  const isNo = value === false || value === 'false';
  return isNo && plan.otherwise ? { kind: 'path', path, operator: plan.otherwise } : undefined;
}
