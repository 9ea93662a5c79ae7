import { PROGRAMS, VISITORS, type Audience } from '../access/audience';
import fc from 'fast-check';
import type { JsonObject, JsonValue } from '../json';
import { issueMessage } from '../messages/issue-words';
import {
  altitude,
  documentOf,
  facts,
  group,
  hutModel,
  modelWith,
  prices,
  typeOf,
  winterCode,
  winterRoom,
} from '../testing/model';
import { compileModel } from '../model/compile';
import { rowsOf } from '../fields/repeater/row';
import { acceptValues } from './accept';
import { applyValueChange, inverseValueChange, type ValueChange } from './changes';
import { defaultValues } from './defaults';
import { mergeValues } from './merge';
import type { PresentContext } from '../fields/field-type';
import { plainContext } from './compute';
import { presentFields } from './present';
import { idsOf, referencesOf } from './references';
import { validateEntry, type Completeness } from './validate';
import { resolveVisibility } from './visibility';

const hut = typeOf(hutModel);
const scopeOf = (values: JsonObject) => resolveVisibility(hutModel, hut, values, facts);
const issuesOf = (values: JsonObject, completeness: Completeness = 'published') =>
  validateEntry(hut, scopeOf(values), completeness);
const codesOf = (values: JsonObject, completeness?: Completeness) =>
  issuesOf(values, completeness).map(({ issue }) => issue.code);
const row = (id: string, values: JsonObject) => ({ id, values });
const context: PresentContext = {
  ...plainContext,
  refer: (_kind, id) => (id === 'm_here' ? { id, url: '/x' } : null),
};
const present = (values: JsonObject, audience: Audience = PROGRAMS): Readonly<Record<string, unknown>> =>
  presentFields(hut.fields, scopeOf(values), audience, context);

describe('validating an entry', () => {
  it('asks for required values of published entries, not of drafts', () => {
    expect<unknown>(codesOf({})).toEqual(['required']);
    expect<unknown>(codesOf({}, 'draft')).toEqual([]);
  });

  it('leaves hidden fields alone and minds them once they show', () => {
    expect<unknown>(codesOf({ f_altitude: 1 })).toEqual([]);
    expect<unknown>(codesOf({ f_altitude: 1, f_winter: true })).toEqual(['required']);
  });

  it('names the row and the field of an issue', () => {
    const issues = issuesOf({
      f_altitude: 1,
      f_prices: [row('r_1', { f_guest: 'Adult' }), row('r_2', { f_amount: 21, f_note: 'far too long' })],
    });
    expect<unknown>(issues.map(({ path }) => path)).toEqual([
      ['f_prices', 1, 'f_guest'],
      ['f_prices', 1, 'f_note'],
    ]);
  });

  it('hides fields row by row', () => {
    expect(
      codesOf({
        f_altitude: 1,
        f_prices: [row('r_1', { f_guest: 'A', f_amount: 20, f_note: 'far too long' })],
      }),
    ).toEqual([]);
  });

  it('refuses more rows than the limit', () => {
    const rows = ['1', '2', '3', '4'].map((id) => row(`r_${id}`, { f_guest: id }));
    const [issue] = issuesOf({ f_altitude: 1, f_prices: rows });
    expect(issue && issueMessage(issue.issue, issue.label)).toBe('Prices takes up to 3 rows; it has 4.');
  });

  it('asks for the fewest rows of a published entry', () => {
    const model = modelWith({ ...prices, settings: { minRows: 2 } });
    const type = typeOf(model);
    const check = (values: JsonObject) =>
      validateEntry(type, resolveVisibility(model, type, values, facts), 'published').map(
        ({ issue }) => issue.code,
      );
    expect<unknown>(check({})).toEqual(['too_few_rows']);
    const rows = [row('r_1', { f_guest: 'A' }), row('r_2', { f_guest: 'B' })];
    expect<unknown>(check({ f_prices: rows.slice(0, 1) })).toEqual(['too_few_rows']);
    expect<unknown>(check({ f_prices: rows })).toEqual([]);
  });

  it('never throws, whatever is stored', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom(...hutModel.fields.keys()), fc.jsonValue()), (raw) => {
        const values: JsonObject = JSON.parse(JSON.stringify(raw));
        expect(() => [issuesOf(values), present(values, VISITORS)]).not.toThrow();
      }),
    );
  });
});

describe('presenting an entry', () => {
  it('is typed and complete: null for what is not there, a list for no rows', () => {
    expect<unknown>(present({ f_altitude: 2140, f_winter: false })).toEqual({
      altitude: 2140,
      winter_room: false,
      email: null,
      picture: null,
      difficulty: null,
      prices: [],
    });
  });

  it('leaves out hidden fields, also in rows', () => {
    const presented = present({
      f_code: 'secret',
      f_prices: [row('r_1', { f_guest: 'A', f_amount: 1, f_note: 'x' })],
    });
    expect('winter_code' in presented).toBeFalse();
    expect<unknown>(presented['prices']).toEqual([{ guest: 'A', amount: 1 }]);
  });

  it('keeps what is not in the API from programs, and shows it on pages', () => {
    const model = modelWith({ ...altitude, inApi: false });
    const type = typeOf(model);
    const scope = resolveVisibility(model, type, { f_altitude: 5 }, facts);
    expect<unknown>(presentFields(type.fields, scope, PROGRAMS, context)).toEqual({});
    expect<unknown>(presentFields(type.fields, scope, VISITORS, context)).toEqual({ altitude: 5 });
  });

  it('presents media, and null for those that are gone', () => {
    expect<unknown>(present({ f_picture: 'm_here' })['picture']).toEqual({ id: 'm_here', url: '/x' });
    expect<unknown>(present({ f_picture: 'm_gone' })['picture']).toBeNull();
    expect<unknown>(idsOf(referencesOf(hut.fields, scopeOf({ f_picture: 'm_here' })), 'medium')).toEqual([
      'm_here',
    ]);
  });

  it('leaves out groups that do not appear on the entry', () => {
    const only = { kind: 'property', property: 'entry', operator: 'is', value: 'e_9' } as const;
    const model = compileModel(documentOf(group({ appearsOn: only, fields: [altitude] })));
    const type = typeOf(model);
    const shown = (entry: string) =>
      presentFields(
        type.fields,
        resolveVisibility(model, type, { f_altitude: 1 }, { ...facts, entry }),
        PROGRAMS,
        context,
      );
    expect<unknown>(shown('e_1')).toEqual({});
    expect<unknown>(shown('e_9')).toEqual({ altitude: 1 });
  });
});

describe('accepting values', () => {
  it('takes keys or permanent ids, and rows as plain objects', () => {
    const { values, issues } = acceptValues(hut.fields, {
      altitude: 2140,
      f_winter: true,
      prices: [{ guest: 'Adult' }],
    });
    expect<unknown>(issues).toEqual([]);
    expect<unknown>(values['f_altitude']).toBe(2140);
    expect<unknown>(rowsOf(values['f_prices'])[0]?.values).toEqual({ f_guest: 'Adult' });
  });

  it('reports unknown properties with the nearest name, in rows too', () => {
    const { issues } = acceptValues(hut.fields, { altitud: 1, prices: [{ gest: 'x' }, 7] });
    expect<unknown>(issues.map(({ issue, label }) => issueMessage(issue, label))).toEqual([
      'There is no field “altitud” here. Did you mean “altitude”?',
      'There is no field “gest” here. Did you mean “guest”?',
      'Prices takes rows that are objects, not something else.',
    ]);
  });

  it('takes back what was presented', () => {
    const values = { f_altitude: 1200, f_winter: true, f_code: 'x1', f_difficulty: 'easy' };
    const scope = scopeOf(values);
    expect<unknown>(
      acceptValues(hut.fields, presentFields(hut.fields, scope, VISITORS, context)).values,
    ).toEqual({
      ...values,
      f_prices: [],
    });
  });
});

describe('edits of values', () => {
  const rows = ['a', 'b', 'c'].map((id) => row(`r_${id}`, { f_guest: id }));
  const before: JsonObject = { f_altitude: 1, f_prices: rows };
  const edits: readonly ValueChange[] = [
    { kind: 'set_value', place: [], field: 'f_altitude', value: 7 },
    { kind: 'set_value', place: [], field: 'f_altitude', value: null },
    { kind: 'set_value', place: [{ field: 'f_prices', row: 'r_b' }], field: 'f_guest', value: 'B' },
    { kind: 'insert_row', place: [], repeater: 'f_prices', index: 1, row: row('r_d', {}) },
    { kind: 'remove_row', place: [], repeater: 'f_prices', row: 'r_b' },
    { kind: 'move_row', place: [], repeater: 'f_prices', row: 'r_a', index: 2 },
  ];
  for (const edit of edits) {
    it(`${edit.kind} is taken back by its inverse`, () => {
      const after = applyValueChange(before, edit);
      expect(after).not.toEqual(before);
      const inverse = inverseValueChange(before, edit);
      expect<unknown>(inverse && applyValueChange(after, inverse)).toEqual(before);
    });
  }

  it('keep the identity of untouched rows', () => {
    const after = applyValueChange(before, {
      kind: 'set_value',
      place: [{ field: 'f_prices', row: 'r_b' }],
      field: 'f_guest',
      value: 'B',
    });
    expect(rowsOf(after['f_prices'])[0]).toBe(rows[0]);
  });
});

describe('merging two edits of an entry', () => {
  const values = fc.dictionary(fc.constantFrom('f_a', 'f_b', 'f_c'), fc.constantFrom<JsonValue>(1, 2, 3));

  it('keeps both where they touch different fields, and reports where they do not', () => {
    const merged = mergeValues({ f_a: 1, f_b: 1 }, { f_a: 2, f_b: 1 }, { f_a: 3, f_b: 5 });
    expect<unknown>(merged.values).toEqual({ f_a: 2, f_b: 5 });
    expect<unknown>(merged.conflicts).toEqual([{ field: 'f_a', base: 1, mine: 2, theirs: 3 }]);
  });

  it('loses no edit without saying so', () => {
    fc.assert(
      fc.property(values, values, values, (base, mine, theirs) => {
        const merged = mergeValues(base, mine, theirs);
        for (const field of ['f_a', 'f_b', 'f_c']) {
          const expected = (mine[field] ?? null) === (base[field] ?? null) ? theirs[field] : mine[field];
          expect<unknown>(merged.values[field] ?? null).toBe(expected ?? null);
        }
      }),
    );
  });
});

describe('defaults', () => {
  it('are taken when they fit the type', () => {
    const type = typeOf(
      modelWith({ ...altitude, default: 1000 }, { ...winterRoom, default: 'yes' }, winterCode),
    );
    expect<unknown>(defaultValues(type.fields)).toEqual({ f_altitude: 1000 });
  });
});
