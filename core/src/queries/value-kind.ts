import type { OperatorKind } from '../conditions/operators';
import type { ResolvedPath } from '../paths/resolve';

/**
 * What a value at the end of a path is to comparisons and orders.
 *
 * | kind      | compared                                               |
 * |-----------|--------------------------------------------------------|
 * | number    | by size                                                |
 * | text      | as readers sort                                        |
 * | code      | character by character: days, times, moments, choices  |
 * | moment    | by time: when an entry was changed or published        |
 * | switch    | on or off                                              |
 * | reference | whether it is that one                                 |
 * | list      | by what is in it                                       |
 * | links     | the same, of things that are referred to               |
 */
export type ValueKind = 'number' | 'text' | 'code' | 'moment' | 'switch' | 'reference' | 'list' | 'links';

const EQUALITY = ['is', 'is_not', 'is_one_of', 'is_none_of', 'is_empty', 'is_filled'] as const;
const ORDER = ['greater', 'greater_or_equal', 'less', 'less_or_equal'] as const;
const DAYS = [...EQUALITY, ...ORDER, 'before', 'after'] as const;
const TEXTS = ['contains', 'contains_not', 'starts_with', 'ends_with'] as const;
const LISTS = [
  'contains',
  'contains_not',
  'contains_one_of',
  'is_empty',
  'is_filled',
  'has_at_least_rows',
  'has_at_most_rows',
] as const;

/** The operators that fit each kind of value, in the order in which menus offer them. */
const OPERATORS: Readonly<Record<ValueKind, readonly OperatorKind[]>> = {
  number: [...EQUALITY, ...ORDER, 'between'],
  text: [...EQUALITY, ...ORDER, ...TEXTS],
  code: [...DAYS, 'between', ...TEXTS],
  moment: [...DAYS, 'between'],
  switch: ['is', 'is_not', 'is_on', 'is_off', 'is_empty', 'is_filled'],
  reference: EQUALITY,
  list: LISTS,
  links: LISTS,
};

/** Types whose texts are codes: their order is that of their characters. */
const CODES: ReadonlySet<string> = new Set(['date', 'date_time', 'time', 'one_choice', 'colour']);

/** Finds what a value at the end of a path is to comparisons; null where it cannot be compared. */
export function valueKindOf({ end }: Pick<ResolvedPath, 'end'>): ValueKind | null {
  if (end.kind === 'property') {
    const { holds } = end.plan;
    return holds === 'id' ? 'reference' : holds;
  }
  const { type } = end.field;
  if (end.column === null || type.index === null) return null;
  if (type.index === 'text[]') return type.refersTo === null ? 'list' : 'links';
  if (type.index !== 'text') return type.index === 'float8' ? 'number' : 'switch';
  if (type.refersTo !== null) return 'reference';
  return CODES.has(type.kind) ? 'code' : 'text';
}

/** Lists the operators that fit what stands at the end of a path; none where it cannot be compared. */
export function operatorsFor(path: Pick<ResolvedPath, 'end'>): readonly OperatorKind[] {
  const kind = valueKindOf(path);
  return kind === null ? [] : OPERATORS[kind];
}
