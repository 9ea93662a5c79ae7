import { say } from '../../../locale/say';
import { writtenDay } from '../../../locale/written-days';

/** In digits, in the order of the language. */
export const numeric = {
  kind: 'numeric',
  label: say`03/07/1927`,
  display: (value: string) => ({
    text: writtenDay(value, 'numeric', { day: '2-digit', month: '2-digit', year: 'numeric' }),
  }),
};
