import { defineOperator } from '../operator';
export const isOn = defineOperator({
  kind: 'is_on',
  words: 'is on',
  operand: 'nothing',
  test: (actual) => actual === true,
});
