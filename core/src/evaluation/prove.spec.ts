import fc from 'fast-check';
import type { EntryProperty } from '../conditions/condition';
import type { OperatorKind } from '../conditions/operators';
import type { JsonObject, JsonValue } from '../json';
import type { CompiledModel } from '../model/compiled';
import { field } from '../model/document';
import {
  asks,
  difficulty,
  facts,
  fieldOf,
  guest,
  modelWith,
  picture,
  prices,
  winterRoom,
} from '../testing/model';
import { runChecks } from '../checks';
import type { Condition } from '../conditions/condition';
import { evaluate } from './evaluate';
import { isCountable } from './points';
import { prove } from './prove';
import { Scope } from './scope';

const beds = field({
  id: 'f_beds',
  key: 'beds',
  label: 'Beds',
  kind: 'number',
  settings: { min: 0, max: 5, decimals: 0 },
});
const opened = field({
  id: 'f_opened',
  key: 'opened',
  label: 'Opened',
  kind: 'date',
  settings: { min: '2000-01-01' },
});
const email = field({ id: 'f_mail', key: 'mail', label: 'Mail', kind: 'email' });
const rated = field({
  id: 'f_rated',
  key: 'rated',
  label: 'Rated',
  kind: 'slider',
  settings: { min: 0, max: 20, step: 5 },
});
const model = modelWith(beds, winterRoom, difficulty, opened, email, rated);
const verdict = (condition: Condition) => prove(condition, [], model);
const all = (...conditions: readonly Condition[]): Condition => ({ kind: 'all', conditions });
const winterOn = asks('f_winter', 'is_on');
const any = (...conditions: readonly Condition[]): Condition => ({ kind: 'any', conditions });

describe('what can be proved about a condition', () => {
  it('is that it never holds, where it contradicts itself', () => {
    expect(verdict(all(asks('f_winter', 'is_on'), asks('f_winter', 'is_off')))).toBe('never');
    expect(verdict(all(asks('f_difficulty', 'is', 'easy'), asks('f_difficulty', 'is', 'hard')))).toBe(
      'never',
    );
    expect(verdict(all(asks('f_beds', 'greater', 3), asks('f_beds', 'less', 4)))).toBe('never');
    expect(
      verdict(all(asks('f_opened', 'before', '2010-05-02'), asks('f_opened', 'after', '2010-05-01'))),
    ).toBe('never');
    expect(verdict(any())).toBe('never');
  });

  it('is that it never holds, where the limits of a field exclude what it waits for', () => {
    expect(verdict(asks('f_beds', 'greater', 5))).toBe('never');
    expect(verdict(asks('f_beds', 'is', 2.5))).toBe('never');
    expect(verdict(asks('f_opened', 'before', '2000-01-01'))).toBe('never');
    expect(verdict(asks('f_rated', 'between', [11, 14]))).toBe('never');
  });

  it('is that it always holds', () => {
    expect(verdict(any(asks('f_winter', 'is_on'), asks('f_winter', 'is_off')))).toBe('always');
    expect(verdict(any(asks('f_beds', 'is_empty'), asks('f_beds', 'less_or_equal', 5)))).toBe('always');
    expect(verdict({ kind: 'none', conditions: [asks('f_beds', 'greater', 7)] })).toBe('always');
  });

  it('is nothing where it depends, or where it cannot tell', () => {
    expect(verdict(asks('f_beds', 'greater', 4))).toBe('depends');
    expect(verdict(all(asks('f_mail', 'is_filled'), asks('f_mail', 'is_not', 'a@b.example')))).toBe(
      'depends',
    );
    expect(verdict(all(asks('f_mail', 'contains', 'x'), asks('f_mail', 'contains_not', 'x')))).toBe(
      'depends',
    );
    expect(verdict(asks('f_rated', 'between', [11, 15]))).toBe('depends');
  });

  it('is claimed exactly where trying every value comes to the same', () => {
    const comparison = fc.oneof(
      fc.constantFrom(
        asks('f_winter', 'is_on'),
        asks('f_winter', 'is_off'),
        asks('f_winter', 'is_empty'),
        asks('f_beds', 'is_filled'),
      ),
      fc
        .record({
          operator: fc.constantFrom('greater' as const, 'less' as const, 'is' as const, 'is_not' as const),
          value: fc.integer({ min: -1, max: 6 }),
        })
        .map(({ operator, value }) => asks('f_beds', operator, value)),
      fc
        .constantFrom('easy', 'hard')
        .chain((value) =>
          fc
            .constantFrom('is' as const, 'is_not' as const)
            .map((operator) => asks('f_difficulty', operator, value)),
        ),
    );
    const { tree } = fc.letrec<{ tree: Condition }>((tie) => ({
      tree: fc.oneof(
        { depthSize: 'small' },
        comparison,
        fc.record({
          kind: fc.constantFrom('all' as const, 'any' as const, 'none' as const),
          conditions: fc.array(tie('tree'), { maxLength: 3 }),
        }),
      ),
    }));
    const everything: Record<string, JsonValue>[] = [];
    for (const winter of [null, true, false])
      for (const count of [null, 0, 1, 2, 3, 4, 5])
        for (const choice of [null, 'easy', 'hard'])
          everything.push({ f_winter: winter, f_beds: count, f_difficulty: choice });
    fc.assert(
      fc.property(tree, (condition) => {
        const outcomes = everything.map((values) =>
          evaluate(condition, Scope.ofEntry(facts, values), model.fields),
        );
        const expected = !outcomes.includes(true)
          ? 'never'
          : !outcomes.includes(false)
            ? 'always'
            : 'depends';
        expect(verdict(condition)).toBe(expected);
      }),
      { numRuns: 400 },
    );
  });

  it('takes properties of the entry into account', () => {
    const about = (property: EntryProperty, operator: OperatorKind, value: JsonValue): Condition => ({
      kind: 'property',
      property,
      operator,
      value,
    });
    const none = (...conditions: readonly Condition[]): Condition => ({ kind: 'none', conditions });
    expect([
      verdict(all(about('type', 'is', 't_hut'), about('type', 'is', 't_post'))),
      verdict(about('type', 'is', 't_hut')),
      verdict(about('type', 'is', 't_gone')),
      verdict(any(about('status', 'is', 'draft'), about('status', 'is', 'published'))),
      verdict(about('status', 'is', 'draft')),
      verdict(about('status', 'is', 'removed')),
      verdict(about('role', 'is', 'editor')),
      verdict(about('role', 'is', 'visitor')),
      verdict(none(about('role', 'is_one_of', ['developer', 'editor', 'reader']))),
      verdict(about('parent', 'is', 'e_1')),
      verdict(all(about('parent', 'is', 'e_1'), about('parent', 'is_not', 'e_1'))),
      verdict(all(about('parent', 'is_filled', null), about('parent', 'is_not', 'e_1'))),
      verdict(about('entry', 'is', 'e_1')),
      verdict(all(about('template', 'is', 'b_1'), about('template', 'is', 'b_2'))),
      // An entry can have several terms.
      verdict(all(about('term', 'is', 'n_1'), about('term', 'is_not', 'n_1'))),
      // Two properties are two subjects.
      verdict(all(about('type', 'is', 't_hut'), about('status', 'is', 'draft'))),
    ]).toEqual([
      'never',
      'depends',
      'never',
      'always',
      'depends',
      'never',
      'depends',
      'never',
      'depends',
      'depends',
      'never',
      'depends',
      'depends',
      'never',
      'depends',
      'depends',
    ]);
  });

  it('counts a removed field as one that nothing is true of', () => {
    expect(verdict(asks('f_gone', 'is_on'))).toBe('never');
    expect(verdict({ kind: 'none', conditions: [asks('f_gone', 'is_on')] })).toBe('always');
    expect(
      verdict(all(asks('f_gone', 'is', 1), { kind: 'none', conditions: [asks('f_gone', 'is', 2)] })),
    ).toBe('never');
  });

  it('claims nothing beyond five hundred alternatives', () => {
    const impossible = (count: number): Condition =>
      any(...Array.from({ length: count }, () => asks('f_beds', 'greater', 5)));
    expect(verdict(impossible(500))).toBe('never');
    expect(verdict(impossible(501))).toBe('depends');
    expect(verdict(all(impossible(501), winterOn))).toBe('depends');
    expect(verdict(all(impossible(20), impossible(25)))).toBe('never');
    expect(verdict(all(impossible(20), impossible(26)))).toBe('depends');
    expect(verdict(all(impossible(20), impossible(26), impossible(1)))).toBe('depends');
  });

  it('claims nothing of rows elsewhere, of lists, of parts of texts, of order among texts, and of today', () => {
    const rows = modelWith(
      { ...prices, fields: [guest] },
      field({
        id: 'f_tags',
        key: 'tags',
        label: 'Tags',
        kind: 'several_choices',
        settings: difficulty.settings,
      }),
      picture,
      opened,
      field({ id: 'f_at', key: 'at', label: 'At', kind: 'time' }),
    );
    const twoGuests = all(asks('f_guest', 'is', 'Ada'), asks('f_guest', 'is', 'Bo'));
    expect(prove(twoGuests, ['f_prices'], rows)).toBe('never');
    expect(prove(twoGuests, [], rows)).toBe('depends');
    expect(prove(twoGuests, ['f_others'], rows)).toBe('depends');
    for (const open of [
      all(asks('f_tags', 'contains', 'easy'), asks('f_tags', 'is_empty')),
      all(asks('f_tags', 'is_filled'), asks('f_tags', 'is_empty')),
      all(asks('f_picture', 'is_filled'), asks('f_picture', 'is_empty')),
      all(asks('f_at', 'before', '08:00'), asks('f_at', 'after', '09:00')),
      all(asks('f_opened', 'before', { today: -1, unit: 'days' }), asks('f_opened', 'is', '2020-01-01')),
    ])
      expect(prove(open, [], rows))
        .withContext(JSON.stringify(open))
        .toBe('depends');
    // One part of a text among comparisons that could be proved is enough.
    expect(verdict(all(asks('f_mail', 'is_filled'), asks('f_mail', 'contains', 'x')))).toBe('depends');
    expect(verdict(all(asks('f_mail', 'is', 'a'), asks('f_mail', 'contains', 'x')))).toBe('depends');
  });

  it('tells numbers apart as finely as a field keeps them', () => {
    const fine = (decimals: number | null): CompiledModel =>
      modelWith(field({ id: 'f_n', key: 'n', label: 'N', kind: 'number', settings: { decimals } }));
    const narrow = all(asks('f_n', 'greater', 1), asks('f_n', 'less', 1.0000001));
    expect([null, 7, 8, 10].map((decimals) => prove(narrow, [], fine(decimals)))).toEqual([
      'depends',
      'never',
      'depends',
      'depends',
    ]);
    const off = all(asks('f_n', 'greater', 1), asks('f_n', 'less', 1.00000003));
    expect(prove(asks('f_n', 'greater', 2.5), [], fine(0))).toBe('depends');
    expect([7, 8].map((decimals) => prove(off, [], fine(decimals)))).toEqual(['never', 'depends']);
  });

  it('claims nothing where step and decimals leave what only counting would find', () => {
    const scaled = (settings: { decimals?: number; step?: number; min?: number }): CompiledModel =>
      modelWith(field({ id: 'f_n', key: 'n', label: 'N', kind: 'number', settings: { ...settings } }));
    const beyond = asks('f_n', 'between', [0.15, 0.35]);
    expect(
      [
        { decimals: 0, step: 0.1 },
        { decimals: 1, step: 0.1 },
        { decimals: 1, step: 0.5 },
        { decimals: 1, step: 0.5, min: 0.25 },
        { step: 0.5, min: -0.25 },
        { step: 1 },
      ].map((settings) => prove(beyond, [], scaled(settings))),
    ).toEqual(['depends', 'depends', 'never', 'depends', 'depends', 'never']);
  });

  it('takes amounts of money and computed numbers as numbers', () => {
    const many = modelWith(
      field({ id: 'f_m', key: 'm', label: 'M', kind: 'money', settings: { min: 0, max: 10 } }),
      field({
        id: 'f_c',
        key: 'c',
        label: 'C',
        kind: 'computed',
        settings: { result: 'number', expression: '1' },
      }),
    );
    const of = (id: string, ...conditions: readonly [OperatorKind, JsonValue][]): string =>
      prove(all(...conditions.map(([operator, value]) => asks(id, operator, value))), [], many);
    expect([
      of('f_m', ['greater', 9.98]),
      of('f_m', ['greater', 9.985], ['less', 10]),
      of('f_m', ['greater', 9.985], ['less', 9.99]),
      of('f_m', ['greater', 10]),
      of('f_m', ['less', 0]),
      of('f_c', ['greater', 5]),
      of('f_c', ['greater', 5], ['less', 4]),
      of('f_c', ['greater', -7.25], ['less', -7]),
    ]).toEqual(['depends', 'depends', 'never', 'never', 'never', 'depends', 'never', 'depends']);
  });

  it('is claimed of numbers and days exactly where trying them comes to the same', () => {
    const numbers = Array.from({ length: 401 }, (_, index) => (index - 200) / 20);
    const days = Array.from({ length: 12 }, (_, index) =>
      new Date(Date.UTC(2026, 1, 24 + index)).toISOString().slice(0, 10),
    );
    const number = fc.record({
      settings: fc.record({
        min: fc.constantFrom(null, -2, 0.5, 1),
        max: fc.constantFrom(null, 2, 2.5),
        decimals: fc.constantFrom(null, 0, 1),
        step: fc.constantFrom(null, 1.5, 2),
      }),
      comparisons: fc.array(
        fc.oneof(
          fc.record({
            operator: fc.constantFrom<OperatorKind[]>('greater', 'less', 'is', 'is_not', 'greater_or_equal'),
            value: fc.integer({ min: -6, max: 6 }).map((value) => value / 2),
          }),
          fc.record({
            operator: fc.constant<OperatorKind>('between'),
            value: fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 })),
          }),
        ),
        { minLength: 1, maxLength: 3 },
      ),
    });
    const day = fc.record({
      settings: fc.record({
        min: fc.constantFrom(null, '2026-02-26'),
        max: fc.constantFrom(null, '2026-03-02'),
      }),
      comparisons: fc.array(
        fc.record({
          operator: fc.constantFrom<OperatorKind[]>('before', 'after', 'is', 'is_not'),
          value: fc.constantFrom(...days.slice(1, -1)),
        }),
        { minLength: 1, maxLength: 3 },
      ),
    });
    const agrees = (
      kind: 'number' | 'date',
      values: readonly JsonValue[],
      settings: JsonObject,
      comparisons: readonly { readonly operator: OperatorKind; readonly value: JsonValue }[],
    ): void => {
      const one = modelWith(field({ id: 'f_it', key: 'it', label: 'It', kind, settings }));
      const { behaviour } = fieldOf(one, 'f_it');
      const possible = [null, ...values.filter((value) => behaviour.validate(value).length === 0)];
      const condition = all(...comparisons.map(({ operator, value }) => asks('f_it', operator, value)));
      const outcomes = possible.map((value) =>
        evaluate(condition, Scope.ofEntry(facts, { f_it: value }), one.fields),
      );
      const expected = !outcomes.includes(true) ? 'never' : !outcomes.includes(false) ? 'always' : 'depends';
      if (!isCountable(fieldOf(one, 'f_it'))) return expect(prove(condition, [], one)).toBe('depends');
      expect(prove(condition, [], one))
        .withContext(JSON.stringify([settings, condition]))
        .toBe(expected);
    };
    fc.assert(
      fc.property(number, ({ settings, comparisons }) => agrees('number', numbers, settings, comparisons)),
      { numRuns: 400 },
    );
    fc.assert(
      fc.property(day, ({ settings, comparisons }) => agrees('date', days, settings, comparisons)),
      { numRuns: 200 },
    );
  });

  it('is reported by the checks, with a way out', () => {
    const never = { ...winterRoom, shownWhen: asks('f_beds', 'greater', 5) };
    const always = { ...winterRoom, shownWhen: any(asks('f_beds', 'is_empty'), asks('f_beds', 'is_filled')) };
    expect(runChecks(modelWith(beds, never)).map(({ code }) => code)).toEqual(['condition_never_holds']);
    const [finding] = runChecks(modelWith(beds, always));
    expect([finding?.code, finding?.fix?.label]).toEqual([
      'condition_always_holds',
      'Take the condition away',
    ]);
  });
});
