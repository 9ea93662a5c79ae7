import { say } from '../../locale/say';
import type { ListFunction } from './list-function';

export const first: ListFunction = {
  name: 'first',
  label: say`The first`,
  numbers: false,
  gives: 'one',
  of: (values) => values[0],
};
