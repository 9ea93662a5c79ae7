import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import { writtenNumber } from '../../../locale/written-numbers';
import type { Settings } from '../settings';
import { unitAfter } from './unit-after';

/** The nearest whole number, thousands apart. */
export const whole: DisplayFormat<Settings, number> = {
  kind: 'whole',
  label: say`Rounded, with unit`,
  display: (value, { unit }: Settings) => ({
    text: unitAfter(writtenNumber(value, 'whole', { maximumFractionDigits: 0 }), unit),
  }),
};
