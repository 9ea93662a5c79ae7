import { say } from '../../locale/say';
import { numbersIn, type ListFunction } from './list-function';

/** The smallest of some numbers. Taken one by one: as arguments of one call, many would be too many. */
export const smallest: ListFunction = {
  name: 'smallest',
  label: say`The smallest`,
  numbers: true,
  gives: 'one',
  of: (values) =>
    numbersIn(values).reduce<number | undefined>(
      (least, each) => (least === undefined || each < least ? each : least),
      undefined,
    ),
};
