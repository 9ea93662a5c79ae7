import { say } from '../../locale/say';
import { defineOperator } from '../operator';
import { isJsonList, sameJson } from '../../json';
export const isNoneOf = defineOperator({
  kind: 'is_none_of',
  words: say`is none of`,
  operand: 'list',
  test: (actual, expected) => !(isJsonList(expected) && expected.some((item) => sameJson(actual, item))),
});
