import { defineOperator, holdsText } from '../operator';
export const contains = defineOperator({
  kind: 'contains',
  words: 'contains',
  operand: 'value',
  test: (actual, expected) => holdsText(actual, expected, 'anywhere'),
});
