import { altitude, documentOf, group, guest, hutType, prices, winterRoom } from '../../testing/model';
import { field, type Field, type ModelDocument } from '../document';
import {
  applyChange,
  ChangeRefused,
  describeChange,
  inverseOf,
  makeChange,
  modelChangeSchema,
  touchesOf,
  type ModelChange,
} from '.';

const area = { id: 'y_area', key: 'area', pluralKey: 'areas', singular: 'Area', plural: 'Areas', tree: true };
const document: ModelDocument = {
  ...documentOf(group({ fields: [altitude, winterRoom, { ...prices, fields: [guest] }] })),
  taxonomies: [area],
};
/** Groups in groups, so many deep. */
const nested = (depth: number): Field =>
  field({
    id: `f_level${depth}`,
    key: 'level',
    label: `Level ${depth}`,
    kind: 'group',
    fields: depth > 1 ? [nested(depth - 1)] : [],
  });
const other = { ...hutType, id: 't_lake', key: 'lake', pluralKey: 'lakes', address: '/lakes/{slug}' };
const lake = field({ id: 'f_lake', key: 'lake', label: 'Lake', kind: 'text' });

/** One change of every kind; a kind without a sample does not compile. */
const samples: { readonly [Kind in ModelChange['kind']]: ModelChange } = {
  add_content_type: { kind: 'add_content_type', contentType: other, index: 0 },
  set_content_type: {
    kind: 'set_content_type',
    contentType: 't_hut',
    patch: { singular: 'Shelter', icon: 'star' },
  },
  remove_content_type: { kind: 'remove_content_type', contentType: 't_hut' },
  add_taxonomy: { kind: 'add_taxonomy', taxonomy: { ...area, id: 'y_topic', key: 'topic' }, index: 0 },
  set_taxonomy: { kind: 'set_taxonomy', taxonomy: 'y_area', patch: { singular: 'Region', tree: false } },
  remove_taxonomy: { kind: 'remove_taxonomy', taxonomy: 'y_area' },
  add_group: { kind: 'add_group', group: group({ id: 'g_new', label: 'New' }) },
  set_group: { kind: 'set_group', group: 'g_hut', patch: { label: 'Facts', active: false } },
  remove_group: { kind: 'remove_group', group: 'g_hut' },
  add_field: { kind: 'add_field', group: 'g_hut', parent: 'f_prices', index: 0, field: lake },
  set_field: {
    kind: 'set_field',
    field: 'f_altitude',
    patch: { label: 'Height', required: false, settings: { unit: 'ft' } },
  },
  set_settings: { kind: 'set_settings', field: 'f_altitude', set: { max: 5000, step: 10 }, unset: ['unit'] },
  move_field: { kind: 'move_field', field: 'f_guest', group: 'g_hut', parent: null, index: 1 },
  remove_field: { kind: 'remove_field', field: 'f_prices' },
};

/** The same changes to things that are not there, or that are there already. */
const refused: readonly ModelChange[] = [
  { kind: 'add_content_type', contentType: hutType },
  { kind: 'set_content_type', contentType: 't_none', patch: { singular: 'X' } },
  { kind: 'set_content_type', contentType: 't_hut', patch: { address: 'nowhere' } },
  { kind: 'remove_content_type', contentType: 't_none' },
  { kind: 'add_group', group: group({}) },
  { kind: 'set_group', group: 'g_none', patch: { label: 'X' } },
  { kind: 'set_group', group: 'g_hut', patch: { label: ' ' } },
  { kind: 'remove_group', group: 'g_none' },
  { kind: 'add_field', group: 'g_none', parent: null, index: 0, field: lake },
  { kind: 'add_field', group: 'g_hut', parent: 'f_altitude', index: 0, field: lake },
  { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: altitude },
  {
    kind: 'add_field',
    group: 'g_hut',
    parent: 'f_prices',
    index: 0,
    field: nested(6),
  },
  { kind: 'add_field', group: 'g_hut', parent: null, index: 0, field: nested(7) },
  {
    kind: 'add_field',
    group: 'g_hut',
    parent: null,
    index: 0,
    field: field({ id: 'f_foot', key: 'foot', label: 'On foot', kind: 'shape' }),
  },
  { kind: 'add_taxonomy', taxonomy: area },
  { kind: 'set_taxonomy', taxonomy: 'y_none', patch: { singular: 'X' } },
  { kind: 'remove_taxonomy', taxonomy: 'y_none' },
  { kind: 'set_field', field: 'f_none', patch: { label: 'X' } },
  { kind: 'set_field', field: 'f_altitude', patch: { key: 'Not a key' } },
  { kind: 'set_field', field: 'f_altitude', patch: { settings: { min: 'low' } } },
  { kind: 'set_field', field: 'f_prices', patch: { kind: 'text' } },
  { kind: 'set_settings', field: 'f_none', set: { min: 1 }, unset: [] },
  { kind: 'set_settings', field: 'f_altitude', set: { min: 9000 }, unset: [] },
  { kind: 'move_field', field: 'f_none', group: 'g_hut', parent: null, index: 0 },
  { kind: 'move_field', field: 'f_prices', group: 'g_hut', parent: 'f_prices', index: 0 },
  { kind: 'remove_field', field: 'f_none' },
];

describe('every kind of change', () => {
  for (const change of Object.values(samples)) {
    it(`${change.kind} is taken back by its inverse`, () => {
      const after = applyChange(document, change);
      expect<unknown>(after).not.toEqual(document);
      expect<unknown>(inverseOf(document, change).reduce(applyChange, after)).toEqual(document);
    });

    it(`${change.kind} leaves the model before as it was, survives JSON, and has words`, () => {
      const before = JSON.stringify(document);
      applyChange(document, change);
      expect(JSON.stringify(document)).toBe(before);
      expect<unknown>(modelChangeSchema.parse(JSON.parse(JSON.stringify(change)))).toEqual(change);
      expect(describeChange(document, change)).toMatch(/^[A-Z].*/);
      expect(touchesOf(change).length).toBeGreaterThan(0);
    });
  }

  it('puts a type back where it stood', () => {
    const two = { ...document, contentTypes: [hutType, other] };
    const remove: ModelChange = { kind: 'remove_content_type', contentType: hutType.id };
    const back = inverseOf(two, remove).reduce(applyChange, applyChange(two, remove));
    expect(back.contentTypes.map(({ id }) => id)).toEqual([hutType.id, other.id]);
  });

  it('is refused with a sentence where the model does not allow it', () => {
    for (const change of refused) {
      let reason: unknown = null;
      try {
        makeChange(document, change);
      } catch (error) {
        reason = error;
      }
      expect(reason).withContext(JSON.stringify(change)).toBeInstanceOf(ChangeRefused);
      expect(reason instanceof ChangeRefused && reason.message.length > 8)
        .withContext(JSON.stringify(change))
        .toBeTrue();
    }
  });

  it('with unknown properties is not taken from outside', () => {
    for (const change of Object.values(samples)) {
      expect(modelChangeSchema.safeParse({ ...change, colour: 'red' }).success)
        .withContext(change.kind)
        .toBeFalse();
    }
    expect(modelChangeSchema.safeParse({ kind: 'paint' }).success).toBeFalse();
  });
});
