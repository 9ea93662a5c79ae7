import { say } from '../../locale/say';
import { defineOperator } from '../operator';
import { fitsPattern } from '../../patterns/engine';
export const matches = defineOperator({
  kind: 'matches',
  words: say`matches pattern`,
  operand: 'value',
  test: (actual, expected) =>
    typeof actual === 'string' && typeof expected === 'string' && fitsPattern(expected, actual) === true,
});
