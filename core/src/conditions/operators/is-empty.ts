import { defineOperator } from '../operator';
export const isEmpty = defineOperator({
  kind: 'is_empty',
  words: 'is empty',
  operand: 'nothing',
  test: (actual) => actual === null,
});
