import fc from 'fast-check';
import type { Condition, Connective } from '../conditions/condition';
import { changeReach } from './change-reach';
import { appearsOnTypes, reachOf, type PlacedType } from './reach';

const type = (id: string): PlacedType => ({ id, templates: [] });
const types = ['t_hut', 't_route', 't_post'].map(type);
const typeIs = (id: string, operator: 'is' | 'is_not' = 'is'): Condition => ({
  kind: 'property',
  property: 'type',
  operator,
  value: id,
});
const isDraft: Condition = { kind: 'property', property: 'status', operator: 'is', value: 'draft' };
const list = (kind: Connective, ...conditions: Condition[]): Condition => ({ kind, conditions });
const [hut, route] = types as [PlacedType, PlacedType];

describe('changing what a rule reaches', () => {
  it('adds a type to those it names, and takes one out, as a person would write it', () => {
    const both = changeReach(appearsOnTypes(['t_hut']), route, 'all');
    expect<unknown>(both).toEqual(appearsOnTypes(['t_hut', 't_route']));
    expect<unknown>(changeReach(both, hut, 'none')).toEqual(typeIs('t_route'));
    expect<unknown>(changeReach(appearsOnTypes([]), hut, 'all')).toEqual(typeIs('t_hut'));
    expect<unknown>(changeReach(typeIs('t_hut'), hut, 'none')).toEqual(appearsOnTypes([]));
  });

  it('keeps what it says of other things', () => {
    const drafts = list('all', typeIs('t_hut'), isDraft);
    expect<unknown>(changeReach(drafts, hut, 'all')).toEqual(list('any', drafts, typeIs('t_hut')));
    expect<unknown>(changeReach(isDraft, hut, 'none')).toEqual(
      list('all', isDraft, typeIs('t_hut', 'is_not')),
    );
    expect<unknown>(changeReach(list('all', isDraft, isDraft), hut, 'none')).toEqual(
      list('all', isDraft, isDraft, typeIs('t_hut', 'is_not')),
    );
  });

  it('leaves a rule that does it already', () => {
    const rule = appearsOnTypes(['t_hut']);
    expect(changeReach(rule, hut, 'all')).toBe(rule);
    expect(changeReach(rule, route, 'none')).toBe(rule);
  });

  it('reaches what was wanted, and the same of all others', () => {
    const leaf = fc.constantFrom(isDraft, ...types.flatMap(({ id }) => [typeIs(id), typeIs(id, 'is_not')]));
    const { rule } = fc.letrec<{ rule: Condition }>((tie) => ({
      rule: fc.oneof(
        { maxDepth: 3 },
        leaf,
        fc.record({
          kind: fc.constantFrom('all' as const, 'any' as const, 'none' as const),
          conditions: fc.array(tie('rule'), { maxLength: 3 }),
        }),
      ),
    }));
    const wanted = fc.constantFrom('all' as const, 'none' as const);
    fc.assert(
      fc.property(rule, fc.constantFrom(...types), wanted, (before, changed, reach) => {
        const after = changeReach(before, changed, reach);
        expect(reachOf(after, changed)).toBe(reach);
        for (const other of types.filter((each) => each !== changed))
          expect(reachOf(after, other)).toBe(reachOf(before, other));
      }),
    );
  });
});
