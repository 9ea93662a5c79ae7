import { say } from '../../locale/say';
import { defineOperator } from '../operator';
import { isJsonList } from '../../json';
export const hasAtLeastRows = defineOperator({
  kind: 'has_at_least_rows',
  words: say`has at least`,
  operand: 'count',
  test: (actual, expected) =>
    typeof expected === 'number' && (isJsonList(actual) ? actual.length : 0) >= expected,
});
