import { say } from '../../locale/say';
import { defineOperator } from '../operator';
export const isOff = defineOperator({
  kind: 'is_off',
  words: say`is off`,
  operand: 'nothing',
  test: (actual) => actual !== true,
});
