import { say } from '../../locale/say';
import { defineOperator } from '../operator';
export const isOn = defineOperator({
  kind: 'is_on',
  words: say`is on`,
  operand: 'nothing',
  test: (actual) => actual === true,
});
