import type { JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import { field } from '@tovlet/core/model/document';
import { demoModel } from '@tovlet/demo';
import { passwordMatches } from '../access/passwords';
import { hashSecrets, withoutGivenHashes } from './secrets';

const door = field({ id: 'f_door', key: 'door', label: 'Door', kind: 'secret' });
const rooms = field({
  id: 'f_rooms',
  key: 'rooms',
  label: 'Rooms',
  kind: 'repeater',
  fields: [{ ...door, id: 'f_key', key: 'key' }],
});
const name = field({ id: 'f_name', key: 'name', label: 'Name', kind: 'text' });
const [first] = demoModel.groups;
const model = compileModel({
  ...demoModel,
  groups: first ? [{ ...first, id: 'g_x', key: 'x', rules: [], fields: [door, rooms, name] }] : [],
});
const fields = [...model.fields.values()].filter(({ ancestors }) => ancestors.length === 0);
type Stored = Record<string, JsonValue>;
const room = (id: string, key: JsonValue): JsonValue => ({ id, values: { f_key: key } });
const hashed = (value: JsonValue | undefined): string => {
  const text = JSON.stringify(value);
  return /"hash":"([^"]*)"/.exec(text)?.[1] ?? '';
};

describe('secrets on their way into the database', () => {
  it('are hashed wherever they stand, and nothing else is', async () => {
    const values: Stored = { f_door: '4711', f_rooms: [room('r_1', 'blue')], f_name: 'Larch' };
    const stored = await hashSecrets(fields, values, {});
    expect(JSON.stringify(stored)).not.toContain('4711');
    expect(await passwordMatches(hashed(stored['f_door']), '4711')).toBeTrue();
    expect(await passwordMatches(hashed(stored['f_rooms']), 'blue')).toBeTrue();
    expect<unknown>(stored['f_name']).toBe('Larch');
  });

  it('stay where the mark stands, each in its own row', async () => {
    const before: Stored = {
      f_door: { hash: 'of the door' },
      f_rooms: [room('r_1', { hash: 'one' }), room('r_2', { hash: 'two' })],
    };
    const marked: Stored = {
      f_door: { set: true },
      f_rooms: [room('r_2', { set: true }), room('r_1', { set: true })],
    };
    expect<unknown>(await hashSecrets(fields, marked, before)).toEqual({
      f_door: { hash: 'of the door' },
      f_rooms: [room('r_2', { hash: 'two' }), room('r_1', { hash: 'one' })],
    });
    // Nobody gets a secret by moving a mark to where none was.
    expect(Object.keys(await hashSecrets(fields, { f_door: { set: true } }, {}))).toEqual([]);
  });

  it('are taken away where nothing is given', async () => {
    const before: Stored = { f_door: { hash: 'of the door' } };
    expect(Object.keys(await hashSecrets(fields, { f_door: '' }, before))).toEqual([]);
    expect(Object.keys(await hashSecrets(fields, {}, before))).toEqual([]);
  });

  it('are never the hash that somebody gives', async () => {
    const given: Stored = { f_door: { hash: 'my own' }, f_name: 'Larch' };
    expect<unknown>(withoutGivenHashes(fields, given)).toEqual({ f_name: 'Larch' });
    expect<unknown>(await hashSecrets(fields, given, { f_door: { hash: 'another' } })).toEqual({
      f_name: 'Larch',
    });
    expect<unknown>(await hashSecrets(fields, given, { f_door: { hash: 'my own' } })).toEqual(given);
  });
});
