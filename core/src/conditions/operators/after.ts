import { compareValues, defineOperator } from '../operator';
export const after = defineOperator({
  kind: 'after',
  words: 'is after',
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) > 0,
});
