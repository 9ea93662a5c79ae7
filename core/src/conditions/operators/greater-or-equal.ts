import { say } from '../../locale/say';
import { compareValues, defineOperator } from '../operator';
export const greaterOrEqual = defineOperator({
  kind: 'greater_or_equal',
  words: say`is at least`,
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) >= 0,
});
