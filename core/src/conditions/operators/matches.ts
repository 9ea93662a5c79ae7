import { defineOperator } from '../operator';
import { patternTest } from '../../patterns/engine';
export const matches = defineOperator({
  kind: 'matches',
  words: 'matches pattern',
  operand: 'value',
  test: (actual, expected) =>
    typeof actual === 'string' && typeof expected === 'string' && patternTest(expected)(actual),
});
