import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import { writtenDay } from '../../../locale/written-days';
import type { Settings } from '../settings';

/** With the day of the week. */
export const weekday: DisplayFormat<Settings, string> = {
  kind: 'weekday',
  label: say`Sunday, 3 July 1927`,
  display: (value) => ({
    text: writtenDay(value, 'weekday', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }),
  }),
};
