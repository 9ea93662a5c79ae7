import { compileModel } from '@tovlet/core/model/compile';
import { altitude, documentOf, hutGroup, prices } from '../../../../testing/workbench';
import { placeIn } from './place-in';

describe('a place that is spoken about', () => {
  const model = compileModel(documentOf(hutGroup(altitude, prices)));
  const values = {
    f_prices: [
      { id: 'r_1', values: {} },
      { id: 'r_2', values: {} },
    ],
  };

  it('is named in words, and found in the form', () => {
    expect(placeIn(model, values, [])).toEqual({ words: '', steps: [] });
    expect(placeIn(model, values, ['f_altitude'])).toEqual({ words: 'Altitude', steps: ['f_altitude'] });
    expect(placeIn(model, values, ['f_prices', 'r_2', 'f_guest'])).toEqual({
      words: 'Prices, row 2, Guest',
      steps: ['f_prices', 1, 'f_guest'],
    });
  });

  it('is not led to where it is gone', () => {
    const { steps, words } = placeIn(model, values, ['f_prices', 'r_9', 'f_guest']);
    expect([steps, words]).toEqual([null, 'Prices, something that is there no more, Guest']);
  });
});
