import type { JsonObject } from '../json';
import { field } from '../model/document';
import { fieldOf, modelWith, prices, typeOf } from '../testing/model';
import { shapeOf } from '../values/shape-of';
import { declared, withUndeclared } from './declared';

const inner = field({
  id: 'f_beds',
  key: 'beds',
  label: 'Beds',
  kind: 'group',
  fields: [field({ id: 'f_winter', key: 'winter', label: 'Winter', kind: 'number' })],
});
const model = modelWith(prices, inner, field({ id: 'f_name', key: 'name', label: 'Name', kind: 'text' }));
const { fields } = typeOf(model);
const row = (id: string, values: JsonObject): JsonObject => ({ id, values });

describe('values that no field declares', () => {
  const stored = {
    f_gone: 1,
    f_name: 'Larch',
    f_beds: { f_winter: 4, f_gone: 5 },
    f_prices: [row('r_1', { f_guest: 'Adult', f_gone: 6 }), row('r_2', { f_gone: 7 })],
  };

  it('are left out, in rows and groups as well', () => {
    expect<unknown>(declared(fields, stored)).toEqual({
      f_name: 'Larch',
      f_beds: { f_winter: 4 },
      f_prices: [row('r_1', { f_guest: 'Adult' }), row('r_2', {})],
    });
  });

  it('stand again where they stood, row by row, when others are saved', () => {
    const given = {
      f_name: 'Birch',
      f_beds: { f_winter: 9 },
      f_prices: [row('r_2', { f_guest: 'Child' }), row('r_3', {})],
    };
    expect<unknown>(withUndeclared(fields, given, stored)).toEqual({
      f_gone: 1,
      f_name: 'Birch',
      f_beds: { f_winter: 9, f_gone: 5 },
      f_prices: [row('r_2', { f_guest: 'Child', f_gone: 7 }), row('r_3', {})],
    });
  });

  it('are nothing where values are of another form than their field', () => {
    const odd = { f_beds: 'four', f_prices: ['Adult', row('r_1', { f_gone: 1 })], f_name: null };
    expect<unknown>(declared(fields, odd)).toEqual({
      f_beds: 'four',
      f_prices: ['Adult', row('r_1', {})],
      f_name: null,
    });
    expect<unknown>(withUndeclared(fields, odd, { f_beds: 3, f_prices: 'x' })).toEqual({
      f_beds: 'four',
      f_prices: ['Adult', row('r_1', { f_gone: 1 })].map((each) =>
        typeof each === 'string' ? each : row('r_1', {}),
      ),
      f_name: null,
    });
  });

  it('are whole again after both ways', () => {
    expect<unknown>(withUndeclared(fields, declared(fields, stored), stored)).toEqual(stored);
  });
});

describe('the shape of a row', () => {
  it('is the one under which its values stand, alone', () => {
    const shape = (id: string) =>
      field({
        id,
        key: id,
        label: id,
        kind: 'shape',
        fields: [field({ id: `${id}_a`, key: 'a', label: 'A', kind: 'text' })],
      });
    const list = field({
      id: 'f_list',
      key: 'list',
      label: 'List',
      kind: 'mixed_list',
      fields: [shape('f_walk'), shape('f_bus')],
    });
    const mixed = fieldOf(modelWith(list), 'f_list');
    const of = (values: Parameters<typeof shapeOf>[1]) => shapeOf(mixed, values)?.id ?? null;
    expect([of({ f_bus: {} }), of({ f_walk: {}, f_bus: {} }), of({}), of({ f_gone: {} })]).toEqual([
      'f_bus',
      null,
      null,
      null,
    ]);
  });
});
