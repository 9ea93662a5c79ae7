import type { JsonObject } from '../json';
import { compileModel } from '../model/compile';
import { field, plainGroup, plainType, type ModelDocument } from '../model/document';
import { appearsOnTypes } from '../model/reach';
import { bulkWords } from '../messages/bulk-words';
import { appliedBulk, bulkChangeSchema, bulkProblem, type BulkChange } from '.';

const document: ModelDocument = {
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      ...plainType,
      id: 't_hut',
      key: 'hut',
      pluralKey: 'huts',
      singular: 'Hut',
      plural: 'Huts',
      icon: 'cottage',
      address: '/huts/{slug}',
    },
  ],
  groups: [
    {
      ...plainGroup,
      id: 'g_a',
      key: 'a',
      label: 'A',
      appearsOn: appearsOnTypes(['t_hut']),
      fields: [
        field({ id: 'f_phone', key: 'phone', label: 'Phone', kind: 'text' }),
        field({ id: 'f_number', key: 'number', label: 'Number', kind: 'text', unique: true }),
        field({ id: 'f_office', key: 'office', label: 'Office', kind: 'text', editors: 'see' }),
        field({ id: 'f_depth', key: 'depth', label: 'Depth', kind: 'number', settings: { min: 0 } }),
        field({ id: 'f_tags', key: 'tags', label: 'Tags', kind: 'url', many: { min: null, max: null } }),
        field({
          id: 'f_rooms',
          key: 'rooms',
          label: 'Rooms',
          kind: 'repeater',
          fields: [
            field({
              id: 'f_beds',
              key: 'beds',
              label: 'Beds',
              kind: 'number',
              settings: { min: 1, step: 2 },
            }),
            field({ id: 'f_key', key: 'key', label: 'Key', kind: 'number', editors: 'see' }),
          ],
        }),
        field({ id: 'f_next', key: 'next', label: 'Next', kind: 'relation', many: { min: null, max: 9 } }),
        field({
          id: 'f_door',
          key: 'door',
          label: 'Door',
          kind: 'group',
          fields: [field({ id: 'f_code', key: 'code', label: 'Code', kind: 'secret' })],
        }),
      ],
    },
  ],
};

describe('a change of many entries', () => {
  const [type] = compileModel(document).types;
  if (!type) throw new Error('There is one type.');
  const state = { status: 'draft', values: { f_phone: '1', f_next: ['e_1', 'e_2'] }, inBin: false } as const;
  const applied = (change: BulkChange) => appliedBulk(change, state, type);

  it('changes one thing of an entry, and nothing where it is so already', () => {
    expect<unknown>(applied({ kind: 'set', field: 'f_phone', value: '2' })?.values['f_phone']).toBe('2');
    expect(applied({ kind: 'set', field: 'f_phone', value: '1' })).toBeNull();
    expect<unknown>(applied({ kind: 'clear', field: 'f_phone' })?.values).toEqual({ f_next: ['e_1', 'e_2'] });
    expect(applied({ kind: 'clear', field: 'f_number' })).toBeNull();
    expect(applied({ kind: 'publish' })?.status).toBe('published');
    expect(applied({ kind: 'unpublish' })).toBeNull();
    expect(applied({ kind: 'delete' })).toEqual({ ...state, inBin: true });
  });

  it('adds what is not there, and takes out what is', () => {
    const next = (change: BulkChange) => applied(change)?.values['f_next'];
    expect<unknown>(next({ kind: 'add', field: 'f_next', ids: ['e_2', 'e_3'] })).toEqual([
      'e_1',
      'e_2',
      'e_3',
    ]);
    expect<unknown>(next({ kind: 'remove', field: 'f_next', ids: ['e_1', 'e_9'] })).toEqual(['e_2']);
    expect(applied({ kind: 'add', field: 'f_next', ids: ['e_1'] })).toBeNull();
    expect(applied({ kind: 'remove', field: 'f_next', ids: ['e_9'] })).toBeNull();
  });

  it('is refused for fields that are unique, hold secrets, are no lists, or are for others', () => {
    const problem = (change: BulkChange, role: 'developer' | 'editor' = 'editor') =>
      bulkProblem(change, type, role);
    for (const field of ['f_number', 'f_door', 'f_gone', 'f_office'])
      expect(problem({ kind: 'clear', field }))
        .withContext(field)
        .not.toBeNull();
    expect(problem({ kind: 'clear', field: 'f_office' }, 'developer')).toBeNull();
    expect(problem({ kind: 'add', field: 'f_phone', ids: ['e_1'] })).toContain('no list');
    expect(problem({ kind: 'set', field: 'f_phone', value: null })).toContain('emptied');
    expect(problem({ kind: 'publish' })).toBeNull();
  });

  it('mends one kind of mistake wherever it stands, and leaves everything else', () => {
    const mend = (values: JsonObject, field: string, place: string, code: string, without: string[] = []) =>
      appliedBulk({ kind: 'mend', field, place, code, without }, { ...state, values }, type)?.values;
    expect<unknown>(mend({ f_depth: -4, f_phone: '1' }, 'f_depth', 'f_depth', 'too_small')).toEqual({
      f_depth: 0,
      f_phone: '1',
    });
    expect<unknown>(mend({ f_depth: '2,5' }, 'f_depth', 'f_depth', 'not_a_number')).toEqual({ f_depth: 2.5 });
    for (const [value, code] of [
      [-4, 'too_large'],
      ['deep', 'not_a_number'],
      [7, 'too_small'],
    ] as const)
      expect(mend({ f_depth: value }, 'f_depth', 'f_depth', code)).toBeUndefined();
    const rows: readonly JsonObject[] = [
      { id: 'r_1', values: { f_beds: -1, f_key: 3 } },
      { id: 'r_2', values: { f_beds: 4 } },
    ];
    expect<unknown>(mend({ f_rooms: rows }, 'f_rooms', 'f_beds', 'not_a_step')).toEqual({
      f_rooms: [rows[0] ?? null, { id: 'r_2', values: { f_beds: 5 } }],
    });
    expect<unknown>(
      mend({ f_tags: ['a.example', 'b.example'] }, 'f_tags', 'f_tags', 'url_without_scheme'),
    ).toEqual({
      f_tags: ['https://a.example', 'https://b.example'],
    });
    expect<unknown>(mend({ f_next: ['e_1', 'e_2'] }, 'f_next', 'f_next', 'no_such_entry', ['e_1'])).toEqual({
      f_next: ['e_2'],
    });
    expect<unknown>(mend({ f_next: ['e_1'] }, 'f_next', 'f_next', 'no_such_entry', ['e_1'])).toEqual({});
  });

  it('mends nothing that somebody may not change, nor what is not there', () => {
    const problem = (place: string, role: 'developer' | 'editor' = 'editor') =>
      bulkProblem({ kind: 'mend', field: 'f_rooms', place, code: 'too_small', without: [] }, type, role);
    expect(problem('f_beds')).toBeNull();
    expect(problem('f_key')).not.toBeNull();
    expect(problem('f_key', 'developer')).toBeNull();
    expect(problem('f_gone')).toContain('holds no such field');
  });

  it('is said in a few words, and read from what came in', () => {
    expect(bulkWords({ kind: 'clear', field: 'f_phone' }, type)).toBe('Empty Phone');
    expect(bulkWords({ kind: 'set', field: 'f_gone', value: 1 }, type)).toBe('Set f_gone');
    expect(bulkChangeSchema.safeParse({ kind: 'add', field: 'f_next', ids: [] }).success).toBeFalse();
    expect(bulkChangeSchema.safeParse({ kind: 'erase' }).success).toBeFalse();
  });
});
