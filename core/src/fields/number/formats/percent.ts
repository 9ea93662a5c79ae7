import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import type { Settings } from '../settings';
import { writtenNumber } from '../../../locale/written-numbers';

/** A share of one, in percent. */
export const percent: DisplayFormat<Settings, number> = {
  kind: 'percent',
  label: say`Share in percent (0.35 is 35 %)`,
  display: (value) => ({
    text: writtenNumber(value, 'percent', { style: 'percent', maximumFractionDigits: 1 }),
  }),
};
