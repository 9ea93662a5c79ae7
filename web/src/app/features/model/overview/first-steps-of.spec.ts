import { appearsOnTypes } from '@tovlet/core/model/reach';
import { plainType, type ContentType } from '@tovlet/core/model/document';
import { altitude, documentOf, hutGroup } from '../../../../testing/workbench';
import { firstStepsOf } from './first-steps-of';

const type = (id: string, singular: string): ContentType => ({
  id,
  key: singular.toLowerCase(),
  pluralKey: `${singular.toLowerCase()}s`,
  singular,
  plural: `${singular}s`,
  icon: 'article',
  address: `/${id}/{slug}`,
  ...plainType,
});
const starters = { ...documentOf(), contentTypes: [type('t_post', 'Post'), type('t_page', 'Page')] };
const done = (...given: Parameters<typeof firstStepsOf>): readonly string[] =>
  firstStepsOf(...given)?.steps.flatMap((step) => (step.done ? [step.kind] : [])) ?? [];

describe('the first steps', () => {
  it('begin with what every workspace has', () => {
    expect(done(starters, {}, false)).toEqual([]);
    expect(firstStepsOf(starters, {}, false)?.type.id).toBe('t_post');
  });

  it('go on with the type just made, then with its group', () => {
    const document = { ...starters, contentTypes: [...starters.contentTypes, type('t_event', 'Event')] };
    expect(done(document, {}, false)).toEqual(['type']);
    expect(firstStepsOf(document, {}, false)?.type.id).toBe('t_event');
    const group = { ...hutGroup(), appearsOn: appearsOnTypes(['t_event']) };
    expect(done({ ...document, groups: [group] }, {}, false)).toEqual(['type']);
    const filled = { ...document, groups: [{ ...group, fields: [altitude] }] };
    expect(done(filled, {}, false)).toEqual(['type', 'field']);
    expect(done(filled, { t_event: 1 }, false)).toEqual(['type', 'field', 'entry']);
    expect(done(filled, { t_event: 1 }, true)).toEqual(['type', 'field', 'entry', 'page']);
  });

  it('go on with Post where that was taken', () => {
    const group = { ...hutGroup(altitude), appearsOn: appearsOnTypes(['t_post']) };
    const path = firstStepsOf({ ...starters, groups: [group] }, {}, false);
    expect([path?.type.id, path?.group]).toEqual(['t_post', group.id]);
  });

  it('are none where there is nothing to enter', () => {
    expect(firstStepsOf({ ...starters, contentTypes: [] }, {}, false)).toBeNull();
  });
});
