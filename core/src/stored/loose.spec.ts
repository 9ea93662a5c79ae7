import { compileModel } from '../model/compile';
import type { JsonObject } from '../json';
import { field, plainGroup, plainType } from '../model/document';
import { appearsOnTypes } from '../model/reach';
import { looseKeys, looseValues, withLoose, withoutLoose } from './loose';

const number = (id: string) => field({ id, key: id, label: id, kind: 'number' });
const { types } = compileModel({
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      ...plainType,
      id: 't_hut',
      key: 'hut',
      pluralKey: 'huts',
      singular: 'Hut',
      plural: 'Huts',
      icon: 'cottage',
      address: '/huts/{slug}',
    },
  ],
  groups: [
    {
      ...plainGroup,
      id: 'g_a',
      key: 'a',
      label: 'A',
      appearsOn: appearsOnTypes(['t_hut']),
      fields: [
        number('f_depth'),
        field({ id: 'f_beds', key: 'beds', label: 'Beds', kind: 'group', fields: [number('f_rooms')] }),
        field({ id: 'f_parts', key: 'parts', label: 'Parts', kind: 'repeater', fields: [number('f_size')] }),
      ],
    },
  ],
});
const fields = types[0]?.fields ?? [];

const values: JsonObject = {
  f_depth: 3,
  f_gone: 'x',
  old_key: null,
  f_beds: { f_rooms: 1, f_tents: 2 },
  f_parts: [
    { id: 'r_1', values: { f_size: 1, f_colour: 'red' } },
    { id: 'r_2', values: { f_colour: 'blue' } },
    { id: 'r_3', values: {} },
  ],
};
const COLOUR = { within: ['f_parts'], key: 'f_colour' };

describe('loose values', () => {
  it('are those that no field declares, wherever they stand, each key once', () => {
    expect<unknown>(looseKeys(fields, values)).toEqual([
      { within: [], key: 'f_gone' },
      { within: ['f_beds'], key: 'f_tents' },
      COLOUR,
    ]);
    expect<unknown>(looseKeys(fields, { f_depth: 3, f_parts: 'odd', f_beds: [1] })).toEqual([]);
  });

  it('are listed with the rows they stand in', () => {
    expect<unknown>(looseValues(values, COLOUR)).toEqual([
      { rows: ['r_1'], value: 'red' },
      { rows: ['r_2'], value: 'blue' },
    ]);
    expect<unknown>(looseValues(values, { within: ['f_beds'], key: 'f_tents' })).toEqual([
      { rows: [], value: 2 },
    ]);
    expect<unknown>(looseValues({ f_parts: 'odd' }, COLOUR)).toEqual([]);
  });

  it('are taken out, and put back as they were', () => {
    for (const loose of looseKeys(fields, values)) {
      const without = withoutLoose(values, loose);
      expect<unknown>(looseValues(without, loose)).toEqual([]);
      expect<unknown>(withLoose(without, loose, looseValues(values, loose))).toEqual(values);
    }
  });

  it('do not come back over what stands there by now, nor into rows that are gone', () => {
    const taken = looseValues(values, COLOUR);
    const now: JsonObject = {
      f_parts: [
        { id: 'r_2', values: { f_colour: 'green' } },
        { id: 'r_3', values: {} },
      ],
    };
    expect<unknown>(withLoose(now, COLOUR, taken)).toBe(now);
    expect<unknown>(withLoose({}, COLOUR, taken)).toEqual({});
  });
});
