import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import { writtenNumber } from '../../../locale/written-numbers';
import type { Settings } from '../settings';
import { unitAfter } from './unit-after';

/** Large numbers in short: thousands and millions by their names. */
export const short: DisplayFormat<Settings, number> = {
  kind: 'short',
  label: say`In short (12k), with unit`,
  display: (value, { unit }: Settings) => ({
    text: unitAfter(writtenNumber(value, 'short', { notation: 'compact', maximumFractionDigits: 1 }), unit),
  }),
};
