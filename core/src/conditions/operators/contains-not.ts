import { say } from '../../locale/say';
import { defineOperator, holdsText } from '../operator';
export const containsNot = defineOperator({
  kind: 'contains_not',
  words: say`does not contain`,
  operand: 'value',
  test: (actual, expected) => !holdsText(actual, expected, 'anywhere'),
});
