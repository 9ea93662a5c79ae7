import { say } from '../../locale/say';
import { numbersIn, type ListFunction } from './list-function';

/** The largest of some numbers. Taken one by one: as arguments of one call, many would be too many. */
export const largest: ListFunction = {
  name: 'largest',
  label: say`The largest`,
  numbers: true,
  gives: 'one',
  of: (values) =>
    numbersIn(values).reduce<number | undefined>(
      (most, each) => (most === undefined || each > most ? each : most),
      undefined,
    ),
};
