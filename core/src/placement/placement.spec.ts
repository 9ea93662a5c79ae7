import type { Condition } from '../conditions/condition';
import { compileModel } from '../model/compile';
import { altitude, documentOf, facts, group, typeOf } from '../testing/model';
import { explainPlacement, groupsFor } from './groups-for';
import { appearsOnTypes, reachOf } from './reach';

const typeIs = (value: string): Condition => ({ kind: 'property', property: 'type', operator: 'is', value });
const statusIs = (value: string): Condition => ({
  kind: 'property',
  property: 'status',
  operator: 'is',
  value,
});

describe('reach', () => {
  it('is all, some or none of a type', () => {
    expect(reachOf(appearsOnTypes(['t_hut', 't_post']), 't_hut')).toBe('all');
    expect(reachOf({ kind: 'all', conditions: [typeIs('t_hut'), statusIs('draft')] }, 't_hut')).toBe('some');
    expect(reachOf({ kind: 'all', conditions: [typeIs('t_hut'), statusIs('draft')] }, 't_post')).toBe('none');
    expect(reachOf({ kind: 'none', conditions: [typeIs('t_hut')] }, 't_hut')).toBe('none');
    expect(reachOf({ kind: 'none', conditions: [statusIs('draft')] }, 't_hut')).toBe('some');
    expect(reachOf({ kind: 'any', conditions: [typeIs('t_hut'), statusIs('draft')] }, 't_hut')).toBe('all');
  });
});

describe('the groups of an entry', () => {
  const drafts = group({
    id: 'g_drafts',
    label: 'Drafts',
    fields: [altitude],
    appearsOn: { kind: 'all', conditions: [typeIs('t_hut'), statusIs('draft')] },
  });
  const off = group({ id: 'g_off', label: 'Off', fields: [], active: false });
  const model = compileModel(documentOf(drafts, off));

  it('depend on the entry where the rule does', () => {
    const labels = (status: string) =>
      groupsFor(typeOf(model), { ...facts, status }).map((each) => each.group.label);
    expect(labels('draft')).toEqual(['Drafts']);
    expect(labels('published')).toEqual([]);
  });

  it('are each explained', () => {
    const [first, second] = explainPlacement(model, facts);
    expect(first?.appears).toBeFalse();
    expect(first?.explanation.parts.map(({ outcome }) => outcome)).toEqual([true, false]);
    expect([second?.appears, second?.turnedOff]).toEqual([false, true]);
  });
});
