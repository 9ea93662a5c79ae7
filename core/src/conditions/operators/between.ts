import { say } from '../../locale/say';
import { compareValues, defineOperator } from '../operator';
import { isJsonList } from '../../json';
export const between = defineOperator({
  kind: 'between',
  words: say`is between`,
  operand: 'range',
  test: (actual, expected) =>
    isJsonList(expected) &&
    compareValues(actual, expected[0] ?? null) >= 0 &&
    compareValues(actual, expected[1] ?? null) <= 0,
});
