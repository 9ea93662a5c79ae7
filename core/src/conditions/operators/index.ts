import type { Operator } from '../operator';
import { after } from './after';
import { before } from './before';
import { between } from './between';
import { contains } from './contains';
import { containsNot } from './contains-not';
import { containsOneOf } from './contains-one-of';
import { endsWith } from './ends-with';
import { greater } from './greater';
import { greaterOrEqual } from './greater-or-equal';
import { hasAtLeastRows } from './has-at-least-rows';
import { hasAtMostRows } from './has-at-most-rows';
import { is } from './is';
import { isEmpty } from './is-empty';
import { isFilled } from './is-filled';
import { isNoneOf } from './is-none-of';
import { isNot } from './is-not';
import { isOff } from './is-off';
import { isOn } from './is-on';
import { isOneOf } from './is-one-of';
import { less } from './less';
import { lessOrEqual } from './less-or-equal';
import { matches } from './matches';
import { startsWith } from './starts-with';

/** Every operator, in the order in which menus offer them: equality, presence, order, text, rows. */
const list = [
  is,
  isNot,
  isOneOf,
  isNoneOf,
  isEmpty,
  isFilled,
  isOn,
  isOff,
  greater,
  greaterOrEqual,
  less,
  lessOrEqual,
  between,
  before,
  after,
  contains,
  containsNot,
  containsOneOf,
  startsWith,
  endsWith,
  matches,
  hasAtLeastRows,
  hasAtMostRows,
] as const;

export type OperatorKind = (typeof list)[number]['kind'];

const byKind: ReadonlyMap<string, Operator<OperatorKind>> = new Map(
  list.map((operator) => [operator.kind, operator]),
);

export const operators: readonly Operator<OperatorKind>[] = list;

/** The kinds alone, for schemas. */
export const operatorKinds = list.map((operator) => operator.kind);

/**
 * Finds an operator by its kind.
 * @throws TypeError when there is none, which a parsed condition rules out
 * @example operatorOf('is_on').words // => 'is on'
 */
export function operatorOf(kind: OperatorKind): Operator<OperatorKind> {
  const operator = byKind.get(kind);
  if (!operator) throw new TypeError(`There is no operator ${kind}`);
  return operator;
}
