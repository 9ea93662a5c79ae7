import { compareValues, defineOperator } from '../operator';
export const lessOrEqual = defineOperator({
  kind: 'less_or_equal',
  words: 'is at most',
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) <= 0,
});
