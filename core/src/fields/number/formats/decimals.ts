import { say } from '../../../locale/say';
import type { DisplayFormat } from '../../field-type';
import { writtenNumber } from '../../../locale/written-numbers';
import type { Settings } from '../settings';
import { unitAfter } from './unit-after';

const ofPlaces = (places: 1 | 2): Omit<DisplayFormat<Settings, number>, 'label'> => ({
  kind: `decimals_${places}`,
  display: (value, { unit }: Settings) => ({
    text: unitAfter(
      writtenNumber(value, `decimals ${places}`, {
        minimumFractionDigits: places,
        maximumFractionDigits: places,
      }),
      unit,
    ),
  }),
});

/** As many decimal places each, so that numbers below each other can be compared. */
export const decimals: readonly DisplayFormat<Settings, number>[] = [
  { ...ofPlaces(1), label: say`One decimal place, with unit` },
  { ...ofPlaces(2), label: say`Two decimal places, with unit` },
];
