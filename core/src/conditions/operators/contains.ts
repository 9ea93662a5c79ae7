import { say } from '../../locale/say';
import { defineOperator, holdsText } from '../operator';
export const contains = defineOperator({
  kind: 'contains',
  words: say`contains`,
  operand: 'value',
  test: (actual, expected) => holdsText(actual, expected, 'anywhere'),
});
