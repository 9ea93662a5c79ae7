import { say } from '../../locale/say';
import { compareDays, defineOperator } from '../operator';
export const before = defineOperator({
  kind: 'before',
  words: say`is before`,
  operand: 'value',
  test: (actual, expected) => compareDays(actual, expected) < 0,
});
