import { compareValues, defineOperator } from '../operator';
export const before = defineOperator({
  kind: 'before',
  words: 'is before',
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) < 0,
});
