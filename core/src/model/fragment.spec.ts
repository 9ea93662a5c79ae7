import { runChecks } from '../checks';
import { altitude, asks, documentOf, guest, group, prices, winterCode, winterRoom } from '../testing/model';
import { applyChange, type ModelChange } from './changes';
import { compileModel } from './compile';
import { field, plainGroup, type ModelDocument } from './document';
import { copyFields, copyGroups, pasteFields, pasteGroups, readFragment, type Fragment } from './fragment';

const source = documentOf(group({ fields: [altitude, winterRoom, winterCode, prices] }));
const other: ModelDocument = {
  ...documentOf(),
  contentTypes: documentOf().contentTypes.map((type) => ({ ...type, id: `${type.id}_2` })),
};
const read = (text: string): Fragment => {
  const fragment = readFragment(text);
  if (!fragment) throw new Error('The copy can be read.');
  return fragment;
};
const applied = (document: ModelDocument, changes: readonly ModelChange[]): ModelDocument =>
  changes.reduce(applyChange, document);

describe('copies of fields', () => {
  it('are pasted under ids and, where they are taken, keys of their own', () => {
    const { changes } = pasteFields(read(copyFields(source, ['f_prices'])), source, 'g_hut', null, 0, [
      'prices',
    ]);
    const [pasted] = applied(source, changes).groups[0]?.fields ?? [];
    expect([pasted?.key, pasted?.fields.map(({ key }) => key)]).toEqual([
      'prices_2',
      ['guest', 'amount', 'note'],
    ]);
    expect(pasted?.fields.some(({ id }) => id === guest.id)).toBeFalse();
  });

  it('keep what they refer to among themselves, under the new ids', () => {
    const text = copyFields(source, ['f_winter', 'f_code']);
    const { changes, notes } = pasteFields(read(text), source, 'g_hut', null, 0, []);
    const fields = changes.flatMap((change) => (change.kind === 'add_field' ? [change.field] : []));
    expect(fields[1]?.shownWhen).toEqual(asks(fields[0]?.id ?? '', 'is_on'));
    expect(notes).toEqual([]);
  });

  it('say what they had to leave behind', () => {
    const elsewhere: ModelDocument = { ...other, groups: [{ ...group(), id: 'g_there', fields: [] }] };
    const { changes, notes } = pasteFields(
      read(copyFields(source, ['f_code'])),
      elsewhere,
      'g_there',
      null,
      0,
      [],
    );
    expect(notes.length).toBe(1);
    const [change] = changes;
    expect(change?.kind === 'add_field' && change.field.shownWhen).toBeNull();
  });

  it('are told from other text', () => {
    for (const text of [
      'Altitude',
      '{}',
      '[1]',
      '{"format":"tovlet-model-fragment"',
      'tovlet-model-fragment',
    ])
      expect(readFragment(text)).toBeNull();
  });
});

describe('copies of groups', () => {
  it('get numbered keys where those of their fields are taken on a type they reach, and say so', () => {
    const { changes, notes } = pasteGroups(read(copyGroups(source, ['g_hut'])), source);
    const document = applied(source, changes);
    const keys = (at: number) => document.groups[at]?.fields.map(({ key }) => key) ?? [];
    expect(keys(1)).toEqual(keys(0).map((key) => `${key}_2`));
    expect(notes.join()).toContain(`${keys(0)[0]}_2`);
    const ofType = compileModel(document).typeById.get('t_hut')?.fields ?? [];
    expect(new Set(ofType.map(({ key }) => key)).size).toBe(ofType.length);
  });

  it('find their types by key in another workspace', () => {
    const pasted = pasteGroups(read(copyGroups(source, ['g_hut'])), other);
    const model = compileModel(applied(other, pasted.changes));
    expect(model.typeByKey.get('hut')?.fields.map(({ key }) => key)).toEqual([
      'altitude',
      'winter_room',
      'winter_code',
      'prices',
    ]);
    expect(runChecks(model).filter(({ severity }) => severity !== 'note')).toEqual([]);
  });

  it('bring the shared sets and the places of rules with them', () => {
    const set = { ...group({ fields: [altitude] }), ...plainGroup, id: 'g_set', key: 'set', shared: true };
    const including = group({
      fields: [field({ id: 'f_in', key: 'in', label: 'In', kind: 'shared_set', settings: { set: 'g_set' } })],
      rules: [{ id: 'k_1', expression: 'true', message: 'No.', severity: 'refuse', field: 'f_in' }],
    });
    const document = documentOf(set, including);
    const { changes } = pasteGroups(read(copyGroups(document, ['g_hut', 'g_set'])), other);
    const model = compileModel(applied(other, changes));
    const [included] = model.typeByKey.get('hut')?.fields ?? [];
    expect(included?.children.map(({ key }) => key)).toEqual(['altitude']);
    expect([...model.groups.values()].find(({ shared }) => !shared)?.rules[0]?.field).toBe(
      included?.id ?? '',
    );
  });
});
