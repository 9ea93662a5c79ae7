import { say } from '../../locale/say';
import { defineOperator } from '../operator';
import { isJsonList } from '../../json';
export const containsOneOf = defineOperator({
  kind: 'contains_one_of',
  words: say`contains one of`,
  operand: 'list',
  test: (actual, expected) =>
    isJsonList(actual) && isJsonList(expected) && expected.some((item) => actual.includes(item)),
});
