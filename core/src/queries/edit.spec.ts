import type { QueryComparison } from './condition';
import { asList, chosenIn, toggledFacet, turned, withoutPart, withPart } from './edit';
import type { Facet } from './facets';

const part = (field: string): QueryComparison => ({
  kind: 'path',
  path: [{ kind: 'field', field }],
  operator: 'is_filled',
});
const facet = (kind: Facet['kind'], lists = false): Facet => ({
  keys: 'k',
  label: 'K',
  steps: [{ kind: 'field', field: 'f_k' }],
  kind,
  column: 'f_k',
  lists,
  ofEntries: false,
  among: null,
});

describe('a filter that is edited', () => {
  it('is a list, whatever it was', () => {
    expect<unknown>(asList(null)).toEqual({ kind: 'all', conditions: [] });
    expect<unknown>(asList(part('f_a'))).toEqual({ kind: 'all', conditions: [part('f_a')] });
    expect<unknown>(asList({ kind: 'none', conditions: [] }).kind).toBe('none');
  });

  it('gets parts, changes and loses them', () => {
    const one = withPart(null, null, part('f_a'));
    const two = withPart(one, null, part('f_b'));
    expect<unknown>(asList(two).conditions).toEqual([part('f_a'), part('f_b')]);
    expect<unknown>(asList(withPart(two, 0, part('f_c'))).conditions).toEqual([part('f_c'), part('f_b')]);
    expect<unknown>(withoutPart(two, 1)).toEqual({ kind: 'all', conditions: [part('f_a')] });
    expect(withoutPart(one, 0)).toBeNull();
  });

  it('is turned from and to or, and back', () => {
    const two = withPart(part('f_a'), null, part('f_b'));
    expect<unknown>(turned(two)).toEqual({ ...two, kind: 'any' });
    expect<unknown>(turned(turned(two))).toEqual(two);
    expect(turned(null)).toBeNull();
  });
});

describe('values of a facet', () => {
  const asks = (condition: ReturnType<typeof toggledFacet>): readonly unknown[] =>
    asList(condition).conditions.map((each) =>
      'operator' in each ? [each.operator, each.value] : each.kind,
    );

  it('are asked for one by one, and no more when they are pressed again', () => {
    const choices = facet('choices');
    const one = toggledFacet(null, choices, 'easy');
    const two = toggledFacet(one, choices, 'hard');
    expect([asks(one), asks(two)]).toEqual([[['is', 'easy']], [['is_one_of', ['easy', 'hard']]]]);
    expect(chosenIn(two, choices)).toEqual(['easy', 'hard']);
    expect(asks(toggledFacet(two, choices, 'easy'))).toEqual([['is', 'hard']]);
    expect(toggledFacet(one, choices, 'easy')).toBeNull();
  });

  it('are looked for in lists where there are several', () => {
    const links = facet('references', true);
    expect(asks(toggledFacet(null, links, 'e_1'))).toEqual([['contains', 'e_1']]);
    expect(asks(toggledFacet(toggledFacet(null, links, 'e_1'), links, 'e_2'))).toEqual([
      ['contains_one_of', ['e_1', 'e_2']],
    ]);
    // Terms are found by their ancestors, one by one.
    expect(asks(toggledFacet(null, facet('terms', true), 'n_1'))).toEqual([['is', 'n_1']]);
  });

  it('of a switch put each other out', () => {
    const on = toggledFacet(null, facet('switch'), 'true');
    expect(asks(on)).toEqual([['is_on', undefined]]);
    expect(asks(toggledFacet(on, facet('switch'), 'false'))).toEqual([['is_off', undefined]]);
    expect(chosenIn(on, facet('switch'))).toEqual(['true']);
    expect(toggledFacet(on, facet('switch'), 'true')).toBeNull();
  });

  it('leave other conditions as they are', () => {
    const either = { kind: 'any', conditions: [part('f_a'), part('f_b')] } as const;
    const narrowed = toggledFacet(either, facet('choices'), 'easy');
    expect(asks(narrowed)).toEqual(['any', ['is', 'easy']]);
    expect(asks(toggledFacet(narrowed, facet('choices'), 'easy'))).toEqual(['any']);
    const negated = { ...part('f_k'), operator: 'is', value: 'easy', quantifier: 'no' } as const;
    expect(chosenIn(negated, facet('choices'))).toEqual([]);
  });
});
