import { say } from '../../locale/say';
import { compareValues, defineOperator } from '../operator';
export const less = defineOperator({
  kind: 'less',
  words: say`is less than`,
  operand: 'value',
  test: (actual, expected) => compareValues(actual, expected) < 0,
});
