import { say } from '../../locale/say';
import { numbersIn, type ListFunction } from './list-function';

export const sum: ListFunction = {
  name: 'total',
  label: say`The sum`,
  numbers: true,
  gives: 'one',
  of(values) {
    const numbers = numbersIn(values);
    return numbers.length === 0 ? undefined : numbers.reduce((total, each) => total + each, 0);
  },
};
