import { say } from '../../../locale/say';
import { writtenNumber } from '../../../locale/written-numbers';
import type { Settings } from '../settings';
import { unitAfter } from './unit-after';

/** The nearest whole number, thousands apart. */
export const whole = {
  kind: 'whole',
  label: say`Rounded, with unit`,
  display: (value: number, { unit }: Settings) => ({
    text: unitAfter(writtenNumber(value, 'whole', { maximumFractionDigits: 0 }), unit),
  }),
};
