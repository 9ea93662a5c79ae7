import { defineOperator, holdsText } from '../operator';
export const startsWith = defineOperator({
  kind: 'starts_with',
  words: 'starts with',
  operand: 'value',
  test: (actual, expected) => holdsText(actual, expected, 'start'),
});
