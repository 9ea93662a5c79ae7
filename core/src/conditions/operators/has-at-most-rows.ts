import { say } from '../../locale/say';
import { defineOperator } from '../operator';
import { isJsonList } from '../../json';
export const hasAtMostRows = defineOperator({
  kind: 'has_at_most_rows',
  words: say`has at most`,
  operand: 'count',
  test: (actual, expected) =>
    typeof expected === 'number' && (isJsonList(actual) ? actual.length : 0) <= expected,
});
