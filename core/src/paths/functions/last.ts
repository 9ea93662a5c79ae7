import { say } from '../../locale/say';
import type { ListFunction } from './list-function';

export const last: ListFunction = {
  name: 'last',
  label: say`The last`,
  numbers: false,
  gives: 'one',
  of: (values) => values.at(-1),
};
