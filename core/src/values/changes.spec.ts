import fc from 'fast-check';
import { rowsOf, type Row, type Values } from '../fields/repeater/row';
import type { JsonValue } from '../json';
import {
  applyValueChange,
  duplicateRow,
  inverseValueChange,
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

  it('give a copied row an id of its own', () => {
    const copy = duplicateRow(row('r_1', 'A'));
    expect(copy.id).not.toBe('r_1');
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
