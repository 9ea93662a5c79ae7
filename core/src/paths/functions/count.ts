import { say } from '../../locale/say';
import type { ListFunction } from './list-function';

/** How many there are. */
export const count: ListFunction = {
  name: 'size',
  label: say`How many`,
  numbers: false,
  gives: 'number',
  of: (values) => values.length,
};
