import { compareDays, defineOperator } from '../operator';
export const before = defineOperator({
  kind: 'before',
  words: 'is before',
  operand: 'value',
  test: (actual, expected) => compareDays(actual, expected) < 0,
});
