import { compileModel } from '@tovlet/core/model/compile';
import { altitude, code, documentOf, hutGroup, prices, winter } from '../../testing/workbench';
import { field } from '@tovlet/core/model/document';
import { fieldSubjects, placementSubjects } from './subjects';

describe('what comparisons can be about', () => {
  const beds = field({
    id: 'f_beds',
    key: 'beds',
    label: 'Beds',
    kind: 'group',
    fields: [field({ id: 'f_rooms', key: 'rooms', label: 'In rooms', kind: 'number' })],
  });
  const off = field({ id: 'f_off', key: 'off', label: 'Off', kind: 'text', active: false });
  const model = compileModel(documentOf(hutGroup(altitude, winter, code, beds, prices, off)));
  const about = (standing: readonly string[], self: string | null) =>
    fieldSubjects(model.fields.values(), standing, self);

  it('are the other active fields that hold something to compare', () => {
    const ids = about([], 'f_code').map(({ id }) => id);
    expect(ids).toContain('f_winter');
    expect(ids).not.toContain('f_code');
    expect(ids).not.toContain('f_off');
  });

  it('say when they stand in rows, and compare any row at first; what stands in a group is one value', () => {
    const find = (id: string) => about([], null).find((each) => each.id === id);
    expect([find('f_guest')?.label, find('f_guest')?.acrossRows]).toEqual(['Guest (in rows)', true]);
    expect(find('f_guest')?.blank).toEqual(jasmine.objectContaining({ rows: 'any' }));
    expect([find('f_rooms')?.label, find('f_rooms')?.acrossRows]).toEqual(['In rooms', false]);
  });

  it('come nearest first: the row that a condition stands in before the entry around it', () => {
    const [first] = about(['f_prices'], 'f_amount');
    expect([first?.id, first?.acrossRows, first?.label]).toEqual(['f_guest', false, 'Guest']);
  });

  it('never are the rows that a condition decides about', () => {
    expect(about([], 'f_prices').some(({ id }) => id === 'f_guest')).toBeFalse();
  });

  it('are given by the control that fits their type', () => {
    const controls = Object.fromEntries(about([], null).map(({ id, control }) => [id, control]));
    expect([controls['f_altitude'], controls['f_code']]).toEqual(['number', 'text']);
  });

  it('are properties of entries where groups are placed, with the templates of each type', () => {
    const subjects = placementSubjects(model);
    expect(subjects.map(({ id }) => id)).toEqual([
      'type',
      'status',
      'term',
      'parent',
      'template',
      'role',
      'entry',
    ]);
    expect(subjects.find(({ id }) => id === 'template')?.options).toEqual([
      { value: 't_hut', label: 'Standard (Hut)' },
    ]);
    expect(subjects[0]?.options.map(({ label }) => label)).toEqual(['Hut', 'Person', 'Medium']);
  });
});
