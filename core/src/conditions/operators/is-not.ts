import { defineOperator, isSame } from '../operator';
export const isNot = defineOperator({
  kind: 'is_not',
  words: 'is not',
  operand: 'value',
  test: (actual, expected) => !isSame(actual, expected),
});
