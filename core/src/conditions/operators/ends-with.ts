import { say } from '../../locale/say';
import { defineOperator, holdsText } from '../operator';
export const endsWith = defineOperator({
  kind: 'ends_with',
  words: say`ends with`,
  operand: 'value',
  test: (actual, expected) => holdsText(actual, expected, 'end'),
});
