import { compareDays, defineOperator } from '../operator';
export const after = defineOperator({
  kind: 'after',
  words: 'is after',
  operand: 'value',
  test: (actual, expected) => compareDays(actual, expected) > 0,
});
