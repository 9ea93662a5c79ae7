import { defineOperator } from '../operator';
import { sameJson } from '../../json';
export const isNot = defineOperator({
  kind: 'is_not',
  words: 'is not',
  operand: 'value',
  test: (actual, expected) => !sameJson(actual, expected),
});
