import type { OperatorKind } from '../conditions/operators';
import { choicesOf } from '../fields/choices';
import type { ResolvedPath } from '../paths/resolve';
import { operatorsFor, valueKindOf, type ValueKind } from './value-kind';

/** Operators that fit a kind of value and help nobody who looks for something: menus leave them out. */
const OF_NO_HELP: Partial<Record<ValueKind, readonly OperatorKind[]>> = {
  text: ['greater', 'greater_or_equal', 'less', 'less_or_equal'],
  code: [
    'greater',
    'greater_or_equal',
    'less',
    'less_or_equal',
    'contains',
    'contains_not',
    'starts_with',
    'ends_with',
  ],
  moment: ['greater', 'greater_or_equal', 'less', 'less_or_equal', 'is_one_of', 'is_none_of', 'between'],
  switch: ['is', 'is_not'],
};

const BY_DAY: readonly OperatorKind[] = ['before', 'after', 'between'];

/** Whether the values of a path are chosen from a list. */
export const isChosen = ({ end }: Pick<ResolvedPath, 'end'>): boolean =>
  end.kind === 'field' && choicesOf(end.field.field).length > 0;

/** Lists the operators that menus offer for a path, in their order. */
export function offeredOperators(path: Pick<ResolvedPath, 'end'>): readonly OperatorKind[] {
  const kind = valueKindOf(path);
  if (kind === null) return [];
  const left = operatorsFor(path).filter((operator) => !OF_NO_HELP[kind]?.includes(operator));
  const { end } = path;
  const hasDays =
    kind === 'moment' || (end.kind === 'field' && ['date', 'date_time'].includes(end.field.type.kind));
  return kind === 'code' && !hasDays ? left.filter((operator) => !BY_DAY.includes(operator)) : left;
}
