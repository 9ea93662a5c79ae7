import fc from 'fast-check';
import type { JsonValue } from '../json';
import { field } from '../model/document';
import { asks, difficulty, facts, modelWith, winterRoom } from '../testing/model';
import { runChecks } from '../checks';
import type { Condition } from '../conditions/condition';
import { evaluate } from './evaluate';
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
