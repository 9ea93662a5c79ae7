import { say } from '../../../locale/say';
import { writtenNumber } from '../../../locale/written-numbers';

/** A share of one, in percent. */
export const percent = {
  kind: 'percent',
  label: say`Share in percent (0.35 is 35 %)`,
  display: (value: number) => ({
    text: writtenNumber(value, 'percent', { style: 'percent', maximumFractionDigits: 1 }),
  }),
};
