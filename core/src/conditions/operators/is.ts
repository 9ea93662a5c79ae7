import { say } from '../../locale/say';
import { defineOperator, isSame } from '../operator';
export const is = defineOperator({
  kind: 'is',
  words: say`is`,
  operand: 'value',
  test: (actual, expected) => isSame(actual, expected),
});
