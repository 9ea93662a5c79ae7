import { say } from '../../../locale/say';
import { writtenDay } from '../../../locale/written-days';

/** With the day of the week. */
export const weekday = {
  kind: 'weekday',
  label: say`Sunday, 3 July 1927`,
  display: (value: string) => ({
    text: writtenDay(value, 'weekday', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }),
  }),
};
