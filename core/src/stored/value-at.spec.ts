import { valueAt } from './value-at';

describe('what is stored in a place', () => {
  const values = {
    f_name: 'Larch',
    f_empty: null,
    f_beds: { f_rooms: 4 },
    f_prices: [{ id: 'r_1', values: { f_amount: 12 } }, 'no row'],
  };

  it('is found through groups and rows', () => {
    expect<unknown>(valueAt(values, ['f_name'])).toBe('Larch');
    expect<unknown>(valueAt(values, ['f_beds', 'f_rooms'])).toBe(4);
    expect<unknown>(valueAt(values, ['f_prices', 0, 'f_amount'])).toBe(12);
    expect<unknown>(valueAt(values, [])).toBe(values);
  });

  it('is nothing where something else stands on the way', () => {
    for (const path of [
      ['f_gone'],
      ['f_gone', 0],
      ['f_gone', 'f_rooms'],
      ['f_name', 'f_rooms'],
      ['f_empty', 'f_rooms'],
      ['f_prices', 1, 'f_amount'],
      ['f_prices', 7, 'f_amount'],
      ['f_beds', 0],
    ])
      expect(valueAt(values, path)).withContext(path.join('/')).toBeNull();
  });
});
