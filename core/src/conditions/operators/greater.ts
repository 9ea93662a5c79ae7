import { say } from '../../locale/say';
import { compareValues, defineOperator } from '../operator';
export const greater = defineOperator({
  kind: 'greater',
  words: say`is more than`,
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) > 0,
});
