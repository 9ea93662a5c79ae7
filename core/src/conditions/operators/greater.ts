import { compareValues, defineOperator } from '../operator';
export const greater = defineOperator({
  kind: 'greater',
  words: 'is more than',
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) > 0,
});
