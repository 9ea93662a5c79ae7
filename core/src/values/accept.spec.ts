import type { JsonObject } from '../json';
import { field, type Field } from '../model/document';
import { facts, modelWith, typeOf } from '../testing/model';
import { acceptValues } from './accept';
import { validateEntry, type Completeness } from './validate';
import { resolveVisibility } from './visibility';

const number = (id: string, more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id.toUpperCase(), kind: 'number', ...more });
const shape = (id: string, ...fields: readonly Field[]): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'shape', fields });
const model = modelWith(
  field({
    id: 'f_ways',
    key: 'ways',
    label: 'Ways',
    kind: 'mixed_list',
    settings: { minRows: 1 },
    fields: [shape('walk', number('minutes', { required: true })), shape('bus', number('line'))],
  }),
  field({
    id: 'f_beds',
    key: 'beds',
    label: 'Beds',
    kind: 'group',
    required: true,
    fields: [number('winter', { settings: { max: 9 } }), number('summer')],
  }),
  field({
    id: 'f_prices',
    key: 'prices',
    label: 'Prices',
    kind: 'repeater',
    settings: { minRows: 2 },
    fields: [number('amount', { required: true })],
  }),
);
const type = typeOf(model);
const accept = (input: JsonObject) => acceptValues(type.fields, input);
const issuesOf = (values: JsonObject, completeness: Completeness = 'published') =>
  validateEntry(type, resolveVisibility(model, type, values, facts), completeness).map(
    ({ issue, path, label }) => `${path.join('/')} ${issue.code} ${label}`,
  );
const row = (id: string, values: JsonObject): JsonObject => ({ id, values });

describe('values from outside', () => {
  it('are stored by ids, whether they came by ids or keys', () => {
    expect<unknown>(accept({ beds: { winter: 4, f_summer: 8 } })).toEqual({
      values: { f_beds: { f_winter: 4, f_summer: 8 } },
      issues: [],
    });
    expect<unknown>(accept({ f_beds: null, prices: 'none' }).values).toEqual({ f_prices: 'none' });
  });

  it('get ids for their rows, and keep those of rows as they are stored', () => {
    const { values } = accept({ prices: [{ amount: 3 }, row('r_1', { amount: 4 }), { id: 5, values: 6 }] });
    expect<unknown>(values).toEqual({
      f_prices: [
        { id: jasmine.stringMatching(/^r_/), values: { f_amount: 3 } },
        { id: 'r_1', values: { f_amount: 4 } },
        { id: jasmine.stringMatching(/^r_/), values: {} },
      ],
    });
  });

  it('name the shape of a row beside its values, or have them under it', () => {
    const { values, issues } = accept({
      ways: [
        { shape: 'walk', minutes: 40 },
        row('r_1', { f_bus: { f_line: 7 } }),
        row('r_2', { shape: 'bus', line: 8 }),
      ],
    });
    expect(issues).toEqual([]);
    expect<unknown>(values).toEqual({
      f_ways: [
        { id: jasmine.stringMatching(/^r_/), values: { f_walk: { f_minutes: 40 } } },
        row('r_1', { f_bus: { f_line: 7 } }),
        row('r_2', { f_bus: { f_line: 8 } }),
      ],
    });
  });

  it('say where in a shape something has no place', () => {
    const { issues } = acceptValues(type.fields, { ways: [{ shape: 'walk', minuts: 3 }] });
    expect(issues.map(({ path }) => path.join('/'))).toEqual(['f_ways/0/f_walk/minuts']);
  });

  it('are told what of them has no place, with the nearest that has', () => {
    const { issues } = accept({
      bed: 1,
      ways: [{ shape: 'boat' }, 'on foot'],
      beds: { winer: 1 },
      prices: [{ amont: 1 }],
    });
    expect<unknown>(issues).toEqual([
      {
        issue: { code: 'unknown_property', params: { property: 'bed', nearest: 'beds' } },
        path: ['bed'],
        label: 'bed',
      },
      {
        issue: { code: 'unknown_shape', params: { got: 'boat', shapes: ['walk', 'bus'] } },
        path: ['f_ways', 0],
        label: 'Ways',
      },
      {
        issue: { code: 'wrong_shape', params: { expected: 'rows that are objects', got: 'something else' } },
        path: ['f_ways', 1],
        label: 'Ways',
      },
      {
        issue: { code: 'unknown_property', params: { property: 'winer', nearest: 'winter' } },
        path: ['f_beds', 'winer'],
        label: 'winer',
      },
      {
        issue: { code: 'unknown_property', params: { property: 'amont', nearest: 'amount' } },
        path: ['f_prices', 0, 'amont'],
        label: 'amont',
      },
    ]);
  });
});

describe('values of rows, shapes and groups', () => {
  const whole = {
    f_ways: [row('r_1', { f_walk: { f_minutes: 5 } })],
    f_beds: { f_winter: 9 },
    f_prices: [row('r_1', { f_amount: 1 }), row('r_2', { f_amount: 2 })],
  };

  it('are well when nothing is missing', () => expect(issuesOf(whole)).toEqual([]));

  it('are missing in what is published, not in a draft', () => {
    expect(issuesOf({})).toEqual([
      'f_ways too_few_rows Ways',
      'f_beds required Beds',
      'f_prices too_few_rows Prices',
    ]);
    expect(issuesOf({}, 'draft')).toEqual([]);
    expect(issuesOf({ ...whole, f_beds: {} })).toEqual(['f_beds required Beds']);
    const one = { ...whole, f_prices: [row('r_1', {})] };
    expect(issuesOf(one)).toEqual(['f_prices too_few_rows Prices', 'f_prices/0/f_amount required AMOUNT']);
    expect(issuesOf(one, 'draft')).toEqual([]);
  });

  it('are told with their place, at any depth', () => {
    expect(issuesOf({ ...whole, f_beds: { f_winter: 10 } })).toEqual(['f_beds/f_winter too_large WINTER']);
    expect(issuesOf({ ...whole, f_beds: 'four' })).toEqual(['f_beds wrong_shape Beds']);
    const rows = [row('r_1', { f_amount: 1 }), row('r_2', { f_amount: 'two' })];
    expect(issuesOf({ ...whole, f_prices: rows })).toEqual(['f_prices/1/f_amount not_a_number AMOUNT']);
    const ways = [
      row('r_1', { f_walk: {} }),
      row('r_2', { f_bus: {}, f_walk: { f_minutes: 1 } }),
      row('r_3', {}),
    ];
    expect(issuesOf({ ...whole, f_ways: ways })).toEqual([
      'f_ways/0/f_walk/f_minutes required MINUTES',
      'f_ways/1 no_shape Ways',
      'f_ways/2 no_shape Ways',
    ]);
  });
});
