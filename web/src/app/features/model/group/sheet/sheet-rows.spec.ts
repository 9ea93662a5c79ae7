import { altitude, hutGroup, prices, winter } from '../../../../../testing/workbench';
import { destinationAt, sheetRows } from './sheet-rows';

describe('the lines of a sheet', () => {
  const rows = sheetRows(hutGroup(altitude, prices, winter));

  it('are the fields, children under their repeater with a line for adding', () => {
    expect(rows.map(({ id, depth }) => `${depth} ${id}`)).toEqual([
      '0 f_altitude',
      '0 f_prices',
      '1 f_guest',
      '1 f_amount',
      '1 add-f_prices',
      '0 f_winter',
    ]);
  });

  it('say where a dragged field lands', () => {
    const others = rows.filter(({ id }) => id !== 'f_winter');
    const landing = (place: number) => destinationAt(others, place);
    expect(landing(0)).toEqual({ parent: null, index: 0 });
    expect(landing(1)).toEqual({ parent: null, index: 1 });
    expect(landing(2)).toEqual({ parent: 'f_prices', index: 0 });
    expect(landing(3)).toEqual({ parent: 'f_prices', index: 1 });
    expect(landing(5)).toEqual({ parent: null, index: 2 });
  });
});
