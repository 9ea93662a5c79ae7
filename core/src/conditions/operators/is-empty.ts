import { say } from '../../locale/say';
import { defineOperator } from '../operator';
export const isEmpty = defineOperator({
  kind: 'is_empty',
  words: say`is empty`,
  operand: 'nothing',
  test: (actual) => actual === null,
});
