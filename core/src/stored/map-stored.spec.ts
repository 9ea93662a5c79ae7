import type { JsonObject, JsonValue } from '../json';
import { field } from '../model/document';
import type { CompiledField } from '../model/compiled';
import { modelWith, prices, typeOf } from '../testing/model';
import { mapStored } from './map-stored';

const { fields } = typeOf(
  modelWith(
    prices,
    field({ id: 'f_name', key: 'name', label: 'Name', kind: 'text' }),
    field({
      id: 'f_beds',
      key: 'beds',
      label: 'Beds',
      kind: 'group',
      fields: [field({ id: 'f_winter', key: 'winter', label: 'Winter', kind: 'number' })],
    }),
  ),
);
const numbers = ({ type }: CompiledField): boolean => type.kind === 'number';
const row = (id: string, values: JsonObject): JsonObject => ({ id, values });
const values: JsonObject = {
  f_name: 'Larch',
  f_beds: { f_winter: 4 },
  f_prices: [row('r_1', { f_guest: 'Adult', f_amount: 3 }), 'odd', row('r_2', {})],
};
const before: JsonObject = {
  f_beds: { f_winter: 1 },
  f_prices: [row('r_2', { f_amount: 2 }), row('r_9', { f_amount: 9 })],
};

describe('going through stored values', () => {
  it('visits what is of interest at any depth, with what it was before in the same row', () => {
    const visited: unknown[] = [];
    mapStored(fields, values, before, numbers, ({ id }, value, was) => {
      visited.push([id, value, was]);
      return value;
    });
    expect(visited).toEqual([
      ['f_amount', 3, undefined],
      ['f_amount', undefined, 2],
      ['f_winter', 4, 1],
    ]);
  });

  it('puts others in their place, and takes away what becomes nothing', () => {
    const doubled = mapStored(fields, values, {}, numbers, (_field, value): JsonValue | undefined =>
      typeof value === 'number' ? value * 2 : undefined,
    );
    expect<unknown>(doubled).toEqual({
      f_name: 'Larch',
      f_beds: { f_winter: 8 },
      f_prices: [row('r_1', { f_guest: 'Adult', f_amount: 6 }), 'odd', row('r_2', {})],
    });
    const gone = mapStored(fields, values, {}, numbers, () => null);
    expect<unknown>(gone).toEqual({
      f_name: 'Larch',
      f_beds: {},
      f_prices: [row('r_1', { f_guest: 'Adult' }), 'odd', row('r_2', {})],
    });
  });

  it('answers the same object where nothing is of interest', () => {
    expect<unknown>(
      mapStored(
        fields,
        values,
        {},
        () => false,
        () => null,
      ),
    ).toBe(values);
  });

  it('leaves alone what is of another form than its field, and makes no group that is not there', () => {
    const odd = { f_beds: 'four', f_prices: 'none' };
    expect<unknown>(mapStored(fields, odd, before, numbers, () => 5)).toEqual(odd);
    expect<unknown>(mapStored(fields, {}, before, numbers, () => 5)).toEqual({});
    expect<unknown>(
      mapStored(fields, { f_beds: {} }, { f_beds: 'four' }, numbers, (_field, _value, was) => was),
    ).toEqual({
      f_beds: {},
    });
  });
});
