import { altitude, amount, documentOf, group, guest, prices, winterRoom } from '../testing/model';
import { allFields, findField, mapKeeping, replaceSiblings, updateField } from './tree';

const document = documentOf(
  group({ fields: [altitude, { ...prices, fields: [guest, amount] }] }),
  group({ id: 'g_2', fields: [winterRoom] }),
);

describe('the tree of fields', () => {
  it('finds a field with its group, its parents and its place', () => {
    const place = findField(document, amount.id);
    expect([place?.group.id, place?.ancestors.map(({ id }) => id), place?.index]).toEqual([
      'g_hut',
      [prices.id],
      1,
    ]);
    expect(findField(document, 'f_none')).toBeNull();
  });

  it('lists fields in the order of the sheet', () => {
    const [first] = document.groups;
    expect(first && allFields(first).map(({ id }) => id)).toEqual([
      altitude.id,
      prices.id,
      guest.id,
      amount.id,
    ]);
  });

  it('keeps everything that a change does not touch', () => {
    const changed = updateField(document, amount.id, (field) => ({ ...field, label: 'Sum' }));
    expect(changed.groups[1]).toBe(document.groups[1]);
    expect(changed.groups[0]?.fields[0]).toBe(document.groups[0]?.fields[0]);
    expect(findField(changed, amount.id)?.field.label).toBe('Sum');
    expect(updateField(document, 'f_none', (field) => ({ ...field, label: 'X' }))).toBe(document);
  });

  it('replaces the children of one repeater alone', () => {
    const changed = replaceSiblings(document, 'g_hut', prices.id, (fields) => fields.slice(1));
    expect(findField(changed, prices.id)?.field.fields.map(({ id }) => id)).toEqual([amount.id]);
    expect(changed.groups[0]?.fields[0]).toBe(document.groups[0]?.fields[0]);
  });

  it('answers the same list when nothing changes', () => {
    const list = [1, 2];
    expect(mapKeeping(list, (each) => each)).toBe(list);
    expect(mapKeeping(list, (each) => each + 1)).toEqual([2, 3]);
  });
});
