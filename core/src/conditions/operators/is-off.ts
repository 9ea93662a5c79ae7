import { defineOperator } from '../operator';
export const isOff = defineOperator({
  kind: 'is_off',
  words: 'is off',
  operand: 'nothing',
  test: (actual) => actual !== true,
});
