import { ExpressionStopped, useExpressionEngine, readExpression, isFault } from '../expressions/engine';
import { jsonataEngine } from '../expressions/jsonata-engine';
import type { JsonObject } from '../json';
import { compileModel } from '../model/compile';
import { field, type Field, type Rule } from '../model/document';
import { documentOf, facts, group, typeOf } from '../testing/model';
import { computeValues } from './compute';
import { askRule, checkRules } from './rules';
import { resolveVisibility } from './visibility';

const number = (id: string, more: Partial<Field> = {}): Field =>
  field({ id: `f_${id}`, key: id, label: id.toUpperCase(), kind: 'number', ...more });
const computed = (id: string, expression: string, result = 'number'): Field =>
  field({ id: `f_${id}`, key: id, label: id, kind: 'computed', settings: { expression, result } });
const rule = (given: Partial<Rule>): Rule => ({
  id: 'k_1',
  expression: 'summer >= winter',
  message: 'Summer has more beds.',
  severity: 'refuse',
  field: null,
  ...given,
});
const switched = field({ id: 'f_open', key: 'open', label: 'Open', kind: 'switch' });
const hiddenWinter = number('winter', { shownWhen: { kind: 'field', field: 'f_open', operator: 'is_on' } });

beforeAll(() => useExpressionEngine(jsonataEngine));

describe('the rules of an entry', () => {
  const issuesOf = async (rules: readonly Rule[], values: JsonObject, fields?: readonly Field[]) => {
    const model = compileModel(
      documentOf(group({ fields: fields ?? [number('summer'), number('winter')], rules })),
    );
    const type = typeOf(model);
    return checkRules(model, type, resolveVisibility(model, type, values, facts));
  };
  const codes = async (...given: Parameters<typeof issuesOf>) =>
    (await issuesOf(...given)).map(({ issue }) => issue.code);

  it('hold, or are told with their message, place and weight', async () => {
    expect(await issuesOf([rule({})], { f_summer: 5, f_winter: 4 })).toEqual([]);
    expect(await issuesOf([rule({})], { f_summer: 3, f_winter: 4 })).toEqual([
      {
        issue: { code: 'rule', params: { message: 'Summer has more beds.' } },
        label: '',
        path: [],
        severity: 'refuse',
        rule: 'k_1',
      },
    ]);
    const [at] = await issuesOf([rule({ field: 'f_winter', severity: 'warn' })], {
      f_summer: 3,
      f_winter: 4,
    });
    expect([at?.label, at?.path, at?.severity]).toEqual(['WINTER', ['f_winter'], 'warn']);
  });

  it('hold where the values are missing that they ask for', async () => {
    expect(await codes([rule({})], { f_summer: 3 })).toEqual([]);
    expect(await codes([rule({ expression: 'summer > 3' })], {})).toEqual([]);
  });

  it('do not hold only when they come to false', async () => {
    for (const [expression, told] of [
      ['false', 1],
      ['0', 0],
      ['""', 0],
      ['null', 0],
      ['summer = 3', 0],
      ['summer = 4', 1],
    ] as const)
      expect((await codes([rule({ expression })], { f_summer: 3 })).length)
        .withContext(expression)
        .toBe(told);
  });

  it('are told as undecided when they cannot be read, or come to no end', async () => {
    const endless = '($loop := function($n) { $loop($n + 1) }; $loop(1))';
    expect(await codes([rule({ expression: 'summer >' })], { f_summer: 3 })).toEqual(['rule_undecided']);
    expect(await codes([rule({ expression: endless })], { f_summer: 3 })).toEqual(['rule_undecided']);
    const [misfit] = await issuesOf([rule({ expression: 'summer + "a" > 3' })], { f_summer: 3 });
    expect(misfit?.issue.code).toBe('rule_undecided');
    expect<unknown>(misfit?.issue.params).toEqual({
      message: 'Summer has more beds.',
      reason: jasmine.stringMatching(/./),
    });
  });

  it('ask nothing about a field that is hidden, nor of a group that shows nothing', async () => {
    const fields = [switched, number('summer'), hiddenWinter];
    const about = rule({ field: 'f_winter', expression: 'false' });
    expect(await codes([about], { f_open: true }, fields)).toEqual(['rule']);
    expect(await codes([about], { f_open: false }, fields)).toEqual([]);
    const never = number('summer', {
      shownWhen: { kind: 'field', field: 'f_summer', operator: 'is_filled' },
    });
    expect(await codes([rule({ expression: 'false' })], {}, [never])).toEqual([]);
  });

  it('ask about a group of which one field shows, and about a field that was removed', async () => {
    const fields = [number('summer'), hiddenWinter, switched];
    const found = await issuesOf([rule({ expression: 'false', field: 'f_gone' })], { f_summer: 1 }, fields);
    expect(found.map(({ label, path }) => [label, path])).toEqual([['', ['f_gone']]]);
  });

  it('are all asked, in their order', async () => {
    const several = [
      rule({ id: 'k_1', expression: 'false' }),
      rule({ id: 'k_2' }),
      rule({ id: 'k_3', expression: 'false' }),
    ];
    const found = await issuesOf(several, { f_summer: 5, f_winter: 4 });
    expect(found.map((each) => each.rule)).toEqual(['k_1', 'k_3']);
  });
});

describe('a rule asked of many entries', () => {
  const ask = async (expression: string, ...entries: readonly JsonObject[]) => {
    const read = readExpression(expression);
    if (!read || isFault(read)) throw new Error('The rule can be read.');
    return askRule(read, entries);
  };

  it('answers for each', async () => {
    expect(await ask('beds > 3', { beds: 4 }, { beds: 2 }, {})).toEqual([
      { holds: true },
      { holds: false },
      { holds: true },
    ]);
  });

  it('is asked of any number of them, each with itself behind $entry', async () => {
    const entries = Array.from({ length: 53 }, (_each, index) => ({ beds: index, most: 40 }));
    const outcomes = await ask('beds <= $entry.most', ...entries);
    expect(outcomes.map((each) => 'holds' in each && each.holds)).toEqual(
      entries.map(({ beds }) => beds <= 40),
    );
  });

  it('is asked again without what is null, deep inside as well', async () => {
    expect(await ask('beds > 3', { beds: null })).toEqual([{ holds: true }]);
    expect(await ask('$sum(rows.beds) > 3', { rows: [{ beds: null }, { beds: 4 }] })).toEqual([
      { holds: true },
    ]);
  });
});

describe('a rule that cannot work on what it gets', () => {
  const stopping = (misfit: boolean) => {
    const evaluateEach = jasmine
      .createSpy('evaluateEach')
      .and.callFake((inputs: readonly unknown[]) =>
        Promise.resolve(inputs.map(() => new ExpressionStopped('It cannot.', misfit))),
      );
    return { evaluate: () => Promise.resolve(null), evaluateEach };
  };

  it('is asked again of what is there, without what is null at any depth', async () => {
    const read = stopping(true);
    const entry = { a: null, b: 1, rows: [{ c: null, d: 2 }], list: [1, null], set: { e: null } };
    expect(await askRule(read, [entry])).toEqual([{ undecided: 'It cannot.' }]);
    const there = { b: 1, rows: [{ d: 2 }], list: [1, null], set: {} };
    expect(read.evaluateEach.calls.allArgs()).toEqual([[[entry]], [[there]]]);
  });

  it('is asked alone of those that came too late together with others', async () => {
    const evaluateEach = jasmine
      .createSpy('evaluateEach')
      .and.callFake((inputs: readonly unknown[]) =>
        Promise.resolve(inputs.map((_input, at) => (at === 0 ? true : new ExpressionStopped('Too late.')))),
      );
    const read = { evaluate: () => Promise.resolve(null), evaluateEach };
    expect(await askRule(read, [{ a: 1 }, { a: 2 }])).toEqual([{ holds: true }, { holds: true }]);
    expect(evaluateEach.calls.allArgs()).toEqual([[[{ a: 1 }, { a: 2 }]], [[{ a: 2 }]]]);
  });

  it('is not asked again where it took too long', async () => {
    const read = stopping(false);
    expect(await askRule(read, [{ a: null }])).toEqual([{ undecided: 'It cannot.' }]);
    expect(read.evaluateEach).toHaveBeenCalledTimes(1);
  });
});

describe('computed values', () => {
  const compute = async (fields: readonly Field[], values: JsonObject): Promise<JsonObject> => {
    const model = compileModel(documentOf(group({ fields })));
    return computeValues(model, typeOf(model), values, facts);
  };

  it('are the same object when there is nothing to compute, or nothing changed', async () => {
    const values = { f_summer: 2 };
    expect(await compute([number('summer')], values)).toBe(values);
    const known = { f_summer: 2, f_double: 4 };
    expect(await compute([number('summer'), computed('double', 'summer * 2')], known)).toBe(known);
  });

  it('follow one another in the order they read, whatever order they stand in', async () => {
    const fields = [computed('four', 'double * 2'), computed('double', 'summer * 2'), number('summer')];
    expect<unknown>(await compute(fields, { f_summer: 3, f_four: 1 })).toEqual({
      f_summer: 3,
      f_double: 6,
      f_four: 12,
    });
  });

  it('are nothing where the expression is empty, wrong, endless, or comes to nothing', async () => {
    for (const expression of ['', ' ', 'summer *', 'nothing', '($f := function($n) { $f($n + 1) }; $f(1))']) {
      const found = await compute([number('summer'), computed('x', expression)], { f_summer: 3, f_x: 1 });
      expect(found['f_x'] ?? null)
        .withContext(expression)
        .toBeNull();
    }
  });

  it('are computed in each row from that row, and see the whole entry', async () => {
    const inRows = [number('beds'), computed('price', 'beds * $entry.rate')];
    const rows = field({ id: 'f_rows', key: 'rows', label: 'Rows', kind: 'repeater', fields: inRows });
    const values = {
      f_rate: 10,
      f_rows: [
        { id: 'r_1', values: { f_beds: 2 } },
        { id: 'r_2', values: { f_beds: 3 } },
      ],
    };
    const found = await compute([number('rate'), rows], values);
    expect<unknown>(found['f_rows']).toEqual([
      { id: 'r_1', values: { f_beds: 2, f_price: 20 } },
      { id: 'r_2', values: { f_beds: 3, f_price: 30 } },
    ]);
  });

  it('are computed in groups, and in rows within rows, where they stand', async () => {
    const inner = field({
      id: 'f_inner',
      key: 'inner',
      label: 'Inner',
      kind: 'repeater',
      fields: [number('beds'), computed('price', 'beds * 2')],
    });
    const set = field({
      id: 'f_set',
      key: 'set',
      label: 'Set',
      kind: 'group',
      fields: [inner, computed('many', '$count(inner)')],
    });
    const rows = field({ id: 'f_rows', key: 'rows', label: 'Rows', kind: 'repeater', fields: [set] });
    const found = await compute([rows], {
      f_rows: [{ id: 'r_1', values: { f_set: { f_inner: [{ id: 'r_2', values: { f_beds: 4 } }] } } }],
    });
    expect<unknown>(found).toEqual({
      f_rows: [
        {
          id: 'r_1',
          values: {
            f_set: { f_inner: [{ id: 'r_2', values: { f_beds: 4, f_price: 8 } }], f_many: 1 },
          },
        },
      ],
    });
  });

  it('see what a relation leads to by its id', async () => {
    const relation = field({ id: 'f_r', key: 'r', label: 'R', kind: 'relation' });
    const found = await compute([relation, computed('first', 'r.id', 'text')], { f_r: 'e_7' });
    expect<unknown>(found['f_first']).toBe('e_7');
  });

  it('go round until what shows and what is computed agree', async () => {
    const shown = number('extra', {
      shownWhen: { kind: 'field', field: 'f_double', operator: 'greater', value: 5 },
    });
    const fields = [
      number('summer'),
      computed('double', 'summer * 2'),
      shown,
      computed('sum', '$sum([double, extra])'),
    ];
    expect<unknown>(await compute(fields, { f_summer: 3, f_extra: 100 })).toEqual({
      f_summer: 3,
      f_extra: 100,
      f_double: 6,
      f_sum: 106,
    });
    expect<unknown>((await compute(fields, { f_summer: 2, f_extra: 100 }))['f_sum']).toBe(4);
  });
});
