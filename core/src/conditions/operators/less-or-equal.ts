import { say } from '../../locale/say';
import { compareValues, defineOperator } from '../operator';
export const lessOrEqual = defineOperator({
  kind: 'less_or_equal',
  words: say`is at most`,
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) <= 0,
});
