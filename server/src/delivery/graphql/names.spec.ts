import type { ContentType, Field } from '@tovlet/core/model/document';
import { field, plainType } from '@tovlet/core/model/document';
import { compileModel } from '@tovlet/core/model/compile';
import { documentOf, group } from '@tovlet/core/testing/model';
import { graphqlSchema } from './schema';

const text = (key: string): Field =>
  field({ id: `f_${key}`, key, label: key, kind: 'text', filterable: true });
const level = field({
  id: 'f_level',
  key: 'level',
  label: 'Level',
  kind: 'one_choice',
  filterable: true,
  settings: { choices: [{ value: 'easy', label: 'Easy' }] },
});
const rooms = (fields: readonly Field[]): Field =>
  field({ id: 'f_rooms', key: 'rooms', label: 'Rooms', kind: 'repeater', fields: [...fields] });

/** A schema of a hut with rows, a group of which each name below is a part’s in some way, and more types before it. */
function namesWith(...more: readonly string[]): ReadonlyMap<string, string> {
  const types: readonly ContentType[] = more.map((key) => ({
    ...plainType,
    id: `t_${key}`,
    key,
    pluralKey: `${key}s`,
    singular: key,
    plural: key,
    icon: 'hotel',
    address: `/${key}/{slug}`,
  }));
  const document = documentOf(group({ fields: [text('name'), level, rooms([text('bed')])] }));
  const schema = graphqlSchema(
    compileModel({ ...document, contentTypes: [...types, ...document.contentTypes] }),
  );
  return new Map(
    Object.values(schema.getTypeMap()).map(({ name, description }) => [name, description ?? '']),
  );
}

describe('names in the schema', () => {
  it('are those of what they belong to', () => {
    const names = [...namesWith().keys()].filter((name) => name.startsWith('Hut')).sort();
    expect(names).toEqual([
      'Hut',
      'HutChoice_Level',
      'HutConnection',
      'HutEdge',
      'HutFacet',
      'HutFilter',
      'HutFilter_Level',
      'HutFilter_Rooms',
      'HutSort',
      'Hut_Rooms',
    ]);
  });

  it('stay what they are whatever types come before', () => {
    const before = namesWith();
    const clashing = [
      'hut_rooms',
      'hut_filter',
      'hut_edge',
      'hut_sort',
      'hut_connection',
      'hut_filter_level',
    ];
    const after = namesWith(...clashing);
    for (const [name, description] of before) expect(after.get(name)).withContext(name).toBe(description);
    expect(after.has('HutFilter_')).toBeTrue();
  });

  it('of one type do not hang on the order of others', () => {
    const keys = ['a_1', 'a1', 'a_b', 'ab'];
    expect([...namesWith(...keys).keys()].sort()).toEqual(
      [...namesWith(...[...keys].reverse()).keys()].sort(),
    );
    for (const name of ['A_1', 'A1', 'AB', 'Ab'])
      expect(namesWith(...keys).has(name))
        .withContext(name)
        .toBeTrue();
  });
});
