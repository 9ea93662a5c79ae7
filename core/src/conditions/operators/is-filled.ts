import { say } from '../../locale/say';
import { defineOperator } from '../operator';
export const isFilled = defineOperator({
  kind: 'is_filled',
  words: say`is filled`,
  operand: 'nothing',
  test: (actual) => actual !== null,
});
