import { say } from '../../locale/say';
import { defineOperator, isSame } from '../operator';
export const isNot = defineOperator({
  kind: 'is_not',
  words: say`is not`,
  operand: 'value',
  test: (actual, expected) => !isSame(actual, expected),
});
