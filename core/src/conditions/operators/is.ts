import { defineOperator, isSame } from '../operator';
export const is = defineOperator({
  kind: 'is',
  words: 'is',
  operand: 'value',
  test: (actual, expected) => isSame(actual, expected),
});
