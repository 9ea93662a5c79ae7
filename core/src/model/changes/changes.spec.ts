import type { JsonObject } from '../../json';
import { documentOf, group, hutDocument, postType, altitude, prices } from '../../testing/model';
import { field, type ModelDocument } from '../document';
import { findConflicts } from '../merge';
import { findField } from '../tree';
import {
  applyChange,
  ChangeRefused,
  completeChange,
  describeChange,
  inverseOf,
  makeChange,
  modelChangeSchema,
  type ModelChange,
} from './index';

const opened = field({ id: 'f_opened', key: 'opened', label: 'Opened', kind: 'date' });
const hutId = 'g_hut';

const samples: readonly ModelChange[] = [
  {
    kind: 'add_content_type',
    contentType: { ...postType, id: 't_route', key: 'route', pluralKey: 'routes', address: '/r/{slug}' },
  },
  { kind: 'set_content_type', contentType: 't_hut', patch: { plural: 'Cabins', address: '/cabins/{slug}' } },
  { kind: 'remove_content_type', contentType: 't_post' },
  { kind: 'add_group', group: group({ id: 'g_new', key: 'new', label: 'New', fields: [] }) },
  { kind: 'set_group', group: hutId, patch: { label: 'Facts', active: false } },
  { kind: 'remove_group', group: hutId },
  { kind: 'add_field', group: hutId, parent: null, index: 1, field: opened },
  { kind: 'add_field', group: hutId, parent: 'f_prices', index: 0, field: opened },
  { kind: 'set_field', field: 'f_altitude', patch: { key: 'height', settings: { unit: 'ft' } } },
  { kind: 'move_field', field: 'f_altitude', group: hutId, parent: null, index: 4 },
  { kind: 'move_field', field: 'f_altitude', group: hutId, parent: 'f_prices', index: 1 },
  { kind: 'move_field', field: 'f_amount', group: hutId, parent: null, index: 0 },
  { kind: 'remove_field', field: 'f_prices' },
];

const byId = (items: readonly { readonly id: string }[]): readonly unknown[] =>
  [...items].sort((a, b) => a.id.localeCompare(b.id));
const comparable = (document: ModelDocument): unknown => ({
  ...document,
  contentTypes: byId(document.contentTypes),
});

describe('changes of the model', () => {
  for (const change of samples) {
    describe(`${change.kind}: ${describeChange(hutDocument, change)}`, () => {
      it('is taken back by its inverse', () => {
        const after = applyChange(hutDocument, change);
        expect(after).not.toEqual(hutDocument);
        const back = inverseOf(hutDocument, change).reduce(applyChange, after);
        expect(comparable(back)).toEqual(comparable(hutDocument));
      });

      it('survives the way over the API', () => {
        expect(modelChangeSchema.parse(JSON.parse(JSON.stringify(change)))).toEqual(change);
      });
    });
  }

  it('leave what they do not touch as it is', () => {
    const after = applyChange(hutDocument, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { label: 'Height' },
    });
    expect(findField(after, 'f_prices')?.field).toBe(prices);
    expect(findField(hutDocument, 'f_altitude')?.field).toBe(altitude);
  });

  const refused: readonly (readonly [string, ModelChange])[] = [
    ['a field that is gone', { kind: 'set_field', field: 'f_gone', patch: { label: 'X' } }],
    ['an empty label', { kind: 'set_field', field: 'f_altitude', patch: { label: ' ' } }],
    [
      'settings that do not fit',
      { kind: 'set_field', field: 'f_altitude', patch: { settings: { min: 'low' } } },
    ],
    [
      'a row type that would lose its fields',
      { kind: 'set_field', field: 'f_prices', patch: { kind: 'text' } },
    ],
    [
      'a field under one without rows',
      { kind: 'add_field', group: hutId, parent: 'f_email', index: 0, field: opened },
    ],
    ['a field added twice', { kind: 'add_field', group: hutId, parent: null, index: 0, field: altitude }],
    [
      'a repeater in its own rows',
      { kind: 'move_field', field: 'f_prices', group: hutId, parent: 'f_prices', index: 0 },
    ],
    [
      'an address without slug',
      { kind: 'set_content_type', contentType: 't_hut', patch: { address: '/huts' } },
    ],
    ['a group that is gone', { kind: 'remove_group', group: 'g_gone' }],
  ];
  for (const [what, change] of refused) {
    it(`refuse ${what}`, () => expect(() => makeChange(hutDocument, change)).toThrowError(ChangeRefused));
  }
});

describe('two people changing the model', () => {
  const setting = (set: JsonObject): ModelChange => ({
    kind: 'set_settings',
    field: 'f_altitude',
    set,
    unset: [],
  });

  it('do not collide on different settings of one field, and keep both', () => {
    const [mine, theirs] = [setting({ unit: 'ft' }), setting({ step: 10 })];
    expect(findConflicts([mine], [theirs])).toEqual([]);
    const both = [theirs, mine].reduce(makeChange, hutDocument);
    expect<unknown>(findField(both, 'f_altitude')?.field.settings).toEqual(
      jasmine.objectContaining({ unit: 'ft', step: 10 }),
    );
  });

  it('collide on the same setting, and on a type that brings others', () => {
    const other: ModelChange = { kind: 'set_field', field: 'f_altitude', patch: { kind: 'date' } };
    const toDate = completeChange(hutDocument, other);
    expect(findConflicts([setting({ min: 1 })], [setting({ min: 2 })])).toHaveSize(1);
    expect(findConflicts([setting({ min: 1 })], [toDate]).length).toBeGreaterThan(0);
  });

  const label: ModelChange = { kind: 'set_field', field: 'f_altitude', patch: { label: 'Height' } };
  const help: ModelChange = { kind: 'set_field', field: 'f_altitude', patch: { help: 'Above the sea' } };
  const removal: ModelChange = { kind: 'remove_field', field: 'f_altitude' };

  it('do not collide on different properties', () => expect(findConflicts([label], [help])).toEqual([]));

  it('collide on the same property', () => {
    expect(findConflicts([label], [label])[0]).toEqual(
      jasmine.objectContaining({ target: 'f_altitude', property: 'label' }),
    );
  });

  it('collide when one removes what the other changes', () => {
    expect(findConflicts([help], [removal]).length).toBe(1);
    expect(findConflicts([removal], [help]).length).toBe(1);
  });
});

describe('a document of several groups', () => {
  it('keeps the place of a removed group when it is taken back', () => {
    const three = documentOf(
      group({ id: 'g_1' }),
      group({ id: 'g_2', fields: [] }),
      group({ id: 'g_3', fields: [] }),
    );
    const removal: ModelChange = { kind: 'remove_group', group: 'g_2' };
    const back = inverseOf(three, removal).reduce(applyChange, applyChange(three, removal));
    expect(back.groups.map(({ id }) => id)).toEqual(['g_1', 'g_2', 'g_3']);
  });
});
