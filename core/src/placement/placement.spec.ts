import type { Condition } from '../conditions/condition';
import { compileModel } from '../model/compile';
import { altitude, documentOf, facts, group, hutType, postType, typeOf } from '../testing/model';
import { explainPlacement, groupsFor } from './groups-for';
import { appearsOnTypes, reachOf } from '../model/reach';

const typeIs = (value: string): Condition => ({ kind: 'property', property: 'type', operator: 'is', value });
const statusIs = (value: string): Condition => ({
  kind: 'property',
  property: 'status',
  operator: 'is',
  value,
});

describe('reach', () => {
  it('is all, some or none of a type', () => {
    expect(reachOf(appearsOnTypes(['t_hut', 't_post']), hutType)).toBe('all');
    expect(reachOf({ kind: 'all', conditions: [typeIs('t_hut'), statusIs('draft')] }, hutType)).toBe('some');
    expect(reachOf({ kind: 'all', conditions: [typeIs('t_hut'), statusIs('draft')] }, postType)).toBe('none');
    expect(reachOf({ kind: 'none', conditions: [typeIs('t_hut')] }, hutType)).toBe('none');
    expect(reachOf({ kind: 'none', conditions: [statusIs('draft')] }, hutType)).toBe('some');
    expect(reachOf({ kind: 'any', conditions: [typeIs('t_hut'), statusIs('draft')] }, hutType)).toBe('all');
  });

  it('is none where a type has no such template, and all where it has but one', () => {
    const templateIs = (value: string): Condition => ({
      kind: 'property',
      property: 'template',
      operator: 'is',
      value,
    });
    const compact = { ...hutType, templates: [{ id: 'x_compact', label: 'Compact' }] };
    expect(reachOf(templateIs('x_compact'), compact)).toBe('some');
    expect(reachOf(templateIs('x_compact'), postType)).toBe('none');
    expect(reachOf({ kind: 'none', conditions: [templateIs('x_compact')] }, postType)).toBe('all');
    expect([reachOf(templateIs('t_hut'), hutType), reachOf(templateIs('t_hut'), compact)]).toEqual([
      'all',
      'some',
    ]);
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
