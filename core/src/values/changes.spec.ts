import fc from 'fast-check';
import { rowsOf, type Row, type Values } from '../fields/repeater/row';
import type { JsonValue } from '../json';
import {
  applyValueChange,
  duplicateRow,
  inverseValueChange,
  valuesAt,
  type ValueChange,
  type ValuePlace,
} from './changes';
import { countFill, type Fill } from './fill';
import { defaultValues } from './defaults';
import { nearestOf } from './nearest';
import { altitude, facts, guest, hutModel, modelWith, typeOf } from '../testing/model';
import { resolveVisibility } from './visibility';

const row = (id: string, value: JsonValue = null): Row => {
  const values: Values = value === null ? {} : { f_guest: value };
  return { id, values };
};
const start: Values = { f_a: 1, f_prices: [row('r_1', 'A'), row('r_2', 'B'), row('r_3')] };

const change: fc.Arbitrary<ValueChange> = fc.oneof(
  fc.record({
    kind: fc.constant('set_value' as const),
    place: fc.constantFrom<ValuePlace>([], [{ field: 'f_group', row: null }]),
    field: fc.constantFrom('f_a', 'f_b'),
    value: fc.constantFrom<JsonValue>(null, 2, 'x'),
  }),
  fc.record({
    kind: fc.constant('set_value' as const),
    place: fc.constantFrom('r_1', 'r_2', 'r_gone').map((id) => [{ field: 'f_prices', row: id }]),
    field: fc.constant('f_guest'),
    value: fc.constantFrom<JsonValue>(null, 'C'),
  }),
  fc.record({
    kind: fc.constant('insert_row' as const),
    place: fc.constant<ValuePlace>([]),
    repeater: fc.constant('f_prices'),
    index: fc.nat(5),
    row: fc.nat(99).map((n) => row(`r_new${n}`, 'N')),
  }),
  fc.record({
    kind: fc.constant('remove_row' as const),
    place: fc.constant<ValuePlace>([]),
    repeater: fc.constant('f_prices'),
    row: fc.constantFrom('r_1', 'r_3', 'r_gone'),
  }),
  fc.record({
    kind: fc.constant('move_row' as const),
    place: fc.constant<ValuePlace>([]),
    repeater: fc.constant('f_prices'),
    row: fc.constantFrom('r_1', 'r_2'),
    index: fc.nat(4),
  }),
);
const ids = (values: Values) => rowsOf(values['f_prices']).map(({ id }) => id);

describe('edits of values', () => {
  it('are taken back by their inverse, in any order of edits', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 8 }), (changes) => {
        let values = start;
        const back: ValueChange[] = [];
        for (const each of changes) {
          const inverse = inverseValueChange(values, each);
          if (inverse) back.unshift(inverse);
          values = applyValueChange(values, each);
        }
        expect<unknown>(back.reduce(applyValueChange, values)).toEqual(start);
      }),
    );
  });

  it('never double or lose a row that is not named', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 8 }), (changes) => {
        const after = ids(changes.reduce(applyValueChange, start));
        expect(new Set(after).size).toBe(after.length);
        expect(after).toContain('r_2');
      }),
    );
  });

  it('leave what they do not touch as it is', () => {
    const after = applyValueChange(start, {
      kind: 'set_value',
      place: [{ field: 'f_prices', row: 'r_1' }],
      field: 'f_guest',
      value: 'Z',
    });
    expect(rowsOf(after['f_prices'])[1]).toBe(rowsOf(start['f_prices'])[1]);
  });

  it('do nothing at a place that is gone, and keep what is equal', () => {
    const set = (place: ValuePlace, value: JsonValue): ValueChange => ({
      kind: 'set_value',
      place,
      field: 'f_guest',
      value,
    });
    const gone: ValuePlace = [{ field: 'f_prices', row: 'r_gone' }];
    const deeper: ValuePlace = [...gone, { field: 'f_more', row: 'r_1' }];
    expect(valuesAt(start, gone)).toBeNull();
    expect(valuesAt(start, deeper)).toBeNull();
    expect<unknown>(valuesAt(start, [{ field: 'f_prices', row: 'r_2' }])).toEqual({ f_guest: 'B' });
    expect<unknown>(applyValueChange(start, set(gone, 'C'))).toEqual(start);
    expect<unknown>(inverseValueChange(start, set(gone, 'C'))).toBeNull();
    expect<unknown>(inverseValueChange(start, set(deeper, 'C'))).toBeNull();
  });

  it('bring a group into being, and take it away again as a whole', () => {
    const place: ValuePlace = [{ field: 'f_group', row: null }];
    const set: ValueChange = { kind: 'set_value', place, field: 'f_in', value: 3 };
    expect<unknown>(applyValueChange({}, set)).toEqual({ f_group: { f_in: 3 } });
    expect<unknown>(inverseValueChange({}, set)).toEqual({
      kind: 'set_value',
      place: [],
      field: 'f_group',
      value: null,
    });
    const there: Values = { f_group: { f_in: 2 } };
    expect<unknown>(inverseValueChange(there, set)).toEqual({ ...set, value: 2 });
    const within: ValuePlace = [
      { field: 'f_prices', row: 'r_1' },
      { field: 'f_group', row: null },
    ];
    expect<unknown>(inverseValueChange(start, { ...set, place: within })).toEqual({
      kind: 'set_value',
      place: [{ field: 'f_prices', row: 'r_1' }],
      field: 'f_group',
      value: null,
    });
  });

  it('leave a group alone, and its identity, where a row in it is gone', () => {
    const values: Values = { f_group: { f_rows: [] } };
    const place: ValuePlace = [
      { field: 'f_group', row: null },
      { field: 'f_inner', row: null },
    ];
    const moved: ValueChange = { kind: 'set_value', place, field: 'f_x', value: null };
    expect<unknown>(applyValueChange(values, moved)).toEqual({ f_group: { f_rows: [], f_inner: {} } });
    const change: ValueChange = {
      kind: 'set_value',
      place: [{ field: 'f_group', row: null }],
      field: 'f_in',
      value: 1,
    };
    expect<unknown>(applyValueChange(values, change)).toEqual({ f_group: { f_rows: [], f_in: 1 } });
  });

  it('put a row in once, and take the first row of all away with its list', () => {
    const insert = (id: string, index = 0): ValueChange => ({
      kind: 'insert_row',
      place: [],
      repeater: 'f_prices',
      index,
      row: row(id),
    });
    expect(ids(applyValueChange(start, insert('r_2')))).toEqual(['r_1', 'r_2', 'r_3']);
    expect(ids(applyValueChange(start, insert('r_new')))).toEqual(['r_new', 'r_1', 'r_2', 'r_3']);
    expect<unknown>(inverseValueChange(start, insert('r_2'))).toBeNull();
    expect<unknown>(inverseValueChange(start, insert('r_new'))).toEqual({
      kind: 'remove_row',
      place: [],
      repeater: 'f_prices',
      row: 'r_new',
    });
    expect<unknown>(inverseValueChange({}, insert('r_new'))).toEqual({
      kind: 'set_value',
      place: [],
      field: 'f_prices',
      value: null,
    });
  });

  it('give rows within a copied row new ids, and nothing else', () => {
    const inner = { id: 'r_in', values: { f_guest: 'A' } };
    const copy = duplicateRow({
      id: 'r_1',
      values: {
        f_rows: [inner],
        f_group: { f_more: [inner] },
        f_link: { id: 'kept', url: '/x' },
        f_odd: { id: 7, values: {} },
        f_bare: { id: 'kept', values: 3 },
      },
    });
    const [first] = rowsOf(copy.values['f_rows']);
    const kept = JSON.stringify(copy.values);
    expect<unknown>(copy.id).toMatch(/^r_.{5,}/);
    expect(first?.id).toMatch(/^r_.{5,}/);
    expect(first?.id).not.toBe('r_in');
    expect<unknown>(first?.values).toEqual({ f_guest: 'A' });
    expect(kept).not.toContain('r_in');
    expect<unknown>(copy.values['f_link']).toEqual({ id: 'kept', url: '/x' });
    expect<unknown>(copy.values['f_odd']).toEqual({ id: 7, values: {} });
    expect<unknown>(copy.values['f_bare']).toEqual({ id: 'kept', values: 3 });
  });

  it('give a copied row an id of its own', () => {
    const copy = duplicateRow(row('r_1', 'A'));
    expect<unknown>(copy.id).not.toBe('r_1');
    expect<unknown>(copy.values).toEqual({ f_guest: 'A' });
  });
});

describe('what a new entry starts with', () => {
  it('is the defaults that fit', () => {
    const model = modelWith({ ...altitude, default: 1200 }, { ...guest, default: 7 });
    expect<unknown>(defaultValues(typeOf(model).fields)).toEqual({ f_altitude: 1200 });
  });
});

describe('the fill of fields', () => {
  it('counts rows for fields in rows, and leaves out what is hidden', () => {
    const type = typeOf(hutModel);
    const fills = new Map<string, Fill>();
    const entries: readonly Values[] = [
      { f_altitude: 0, f_winter: true },
      { f_prices: [row('r_1', 'A'), row('r_2')] },
    ];
    for (const values of entries) {
      countFill(type.fields, resolveVisibility(hutModel, type, values, facts), fills);
    }
    expect(fills.get('f_altitude')).toEqual({ filled: 1, of: 2 });
    expect(fills.get('f_code')).toEqual({ filled: 0, of: 1 });
    expect(fills.get('f_guest')).toEqual({ filled: 1, of: 2 });
    expect(fills.get('f_prices')).toEqual({ filled: 1, of: 2 });
  });
});

describe('the nearest word', () => {
  it('is the one a typo was meant for, or none', () => {
    expect(nearestOf('altitud', ['opened', 'altitude'])).toBe('altitude');
    expect(nearestOf('hutts', ['routes', 'huts'])).toBe('huts');
    expect(nearestOf('completely_else', ['altitude'])).toBeNull();
    expect(nearestOf('x'.repeat(500), ['x'])).toBeNull();
  });
});
