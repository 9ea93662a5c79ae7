import { say } from '../../locale/say';
import { defineOperator } from '../operator';
import { isJsonList, sameJson } from '../../json';
export const isOneOf = defineOperator({
  kind: 'is_one_of',
  words: say`is one of`,
  operand: 'list',
  test: (actual, expected) => isJsonList(expected) && expected.some((item) => sameJson(actual, item)),
});
