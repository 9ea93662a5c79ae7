import type { QueryCondition } from './condition';
import { isChosenRange, rangeIn, toggledRange, withRange } from './edit-ranges';
import type { Facet } from './facets';

const facet = (kind: Facet['kind']): Facet => ({
  keys: 'k',
  label: 'K',
  steps: [{ kind: 'field', field: 'f_k' }],
  kind,
  column: 'f_k',
  lists: false,
  ofEntries: false,
  among: null,
});
const ranges = [0, 10, 20, 30].map((from) => ({ from, to: from + 10, count: 1 }));
const other: QueryCondition = {
  kind: 'path',
  path: [{ kind: 'field', field: 'f_other' }],
  operator: 'is_filled',
};
const toggled = (condition: QueryCondition | null, at: number): QueryCondition | null =>
  toggledRange(condition, facet('numbers'), ranges, at);
const asked = (condition: QueryCondition | null): unknown => rangeIn(condition, facet('numbers'));

describe('ranges that are pressed', () => {
  it('are asked for, given up again, and leave other conditions', () => {
    const one = toggled(other, 1);
    expect(asked(one)).toEqual({ from: 10, to: 20, whole: false });
    expect(toggled(one, 1)).toEqual({ kind: 'all', conditions: [other] });
    expect(toggled(toggled(null, 1), 1)).toBeNull();
  });

  it('grow to the next that is pressed, and shrink to one inside', () => {
    const three = toggled(toggled(null, 0), 2);
    expect(asked(three)).toEqual({ from: 0, to: 30, whole: false });
    expect(ranges.map((range) => isChosenRange({ from: 0, to: 30, whole: false }, range))).toEqual([
      true,
      true,
      true,
      false,
    ]);
    expect(asked(toggled(three, 1))).toEqual({ from: 10, to: 20, whole: false });
  });

  it('take the largest value with the last of them, and whole days always', () => {
    expect(asked(toggled(null, 3))).toEqual({ from: 30, to: 40, whole: true });
    const days = [
      { from: '2026-01-01', to: '2026-01-31', count: 1 },
      { from: '2026-02-01', to: '2026-02-28', count: 2 },
    ];
    const month = toggledRange(null, facet('days'), days, 0);
    expect(rangeIn(month, facet('days'))).toEqual({ from: '2026-01-01', to: '2026-01-31', whole: true });
  });

  it('are not what somebody wrote otherwise', () => {
    const half = withRange(null, facet('numbers'), { from: 1, to: 2, whole: true });
    const first = half && 'conditions' in half ? (half.conditions[0] ?? null) : null;
    expect(asked(first)).toBeNull();
    expect(asked({ kind: 'any', conditions: [other] })).toBeNull();
    expect(toggledRange(null, facet('numbers'), [], 0)).toBeNull();
  });
});
