import { defineOperator } from '../operator';
export const isFilled = defineOperator({
  kind: 'is_filled',
  words: 'is filled',
  operand: 'nothing',
  test: (actual) => actual !== null,
});
