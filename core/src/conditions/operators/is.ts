import { defineOperator } from '../operator';
import { sameJson } from '../../json';
export const is = defineOperator({
  kind: 'is',
  words: 'is',
  operand: 'value',
  test: (actual, expected) => sameJson(actual, expected),
});
