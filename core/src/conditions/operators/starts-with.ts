import { say } from '../../locale/say';
import { defineOperator, holdsText } from '../operator';
export const startsWith = defineOperator({
  kind: 'starts_with',
  words: say`starts with`,
  operand: 'value',
  test: (actual, expected) => holdsText(actual, expected, 'start'),
});
