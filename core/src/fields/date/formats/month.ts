import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import { writtenDay } from '../../../locale/written-days';
import type { Settings } from '../settings';

/** The month and its year. */
export const month: DisplayFormat<Settings, string> = {
  kind: 'month',
  label: say`July 1927`,
  display: (value) => ({ text: writtenDay(value, 'month', { month: 'long', year: 'numeric' }) }),
};
