import { compareValues, defineOperator } from '../operator';
export const less = defineOperator({
  kind: 'less',
  words: 'is less than',
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) < 0,
});
