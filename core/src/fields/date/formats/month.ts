import { say } from '../../../locale/say';
import { writtenDay } from '../../../locale/written-days';

/** The month and its year. */
export const month = {
  kind: 'month',
  label: say`July 1927`,
  display: (value: string) => ({ text: writtenDay(value, 'month', { month: 'long', year: 'numeric' }) }),
};
