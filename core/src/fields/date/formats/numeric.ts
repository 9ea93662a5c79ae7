import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import { writtenDay } from '../../../locale/written-days';
import type { Settings } from '../settings';

/** In digits, in the order of the language. */
export const numeric: DisplayFormat<Settings, string> = {
  kind: 'numeric',
  label: say`03/07/1927`,
  display: (value) => ({
    text: writtenDay(value, 'numeric', { day: '2-digit', month: '2-digit', year: 'numeric' }),
  }),
};
