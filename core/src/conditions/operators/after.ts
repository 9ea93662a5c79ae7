import { say } from '../../locale/say';
import { compareDays, defineOperator } from '../operator';
export const after = defineOperator({
  kind: 'after',
  words: say`is after`,
  operand: 'value',
  test: (actual, expected) => compareDays(actual, expected) > 0,
});
