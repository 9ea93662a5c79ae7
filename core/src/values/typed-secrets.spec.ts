import { field } from '../model/document';
import { modelWith, typeOf } from '../testing/model';
import { withoutTypedSecrets, withSecretsOf } from './typed-secrets';

const code = (id: string) => field({ id, key: id, label: id, kind: 'secret' });

describe('secrets that were typed', () => {
  const rooms = field({
    id: 'f_rooms',
    key: 'rooms',
    label: 'Rooms',
    kind: 'repeater',
    fields: [code('f_key')],
  });
  const { fields } = typeOf(modelWith(code('f_code'), rooms));

  it('are left out, and what was saved of them stays, in rows as well', () => {
    const base = { f_code: { set: true }, f_rooms: [{ id: 'r_1', values: { f_key: { set: true } } }] };
    const typed = {
      f_code: 'larch-4711',
      f_rooms: [
        { id: 'r_2', values: { f_key: 'birch-1' } },
        { id: 'r_1', values: { f_key: 'birch-2' } },
      ],
    };
    const left = withoutTypedSecrets(fields, typed, base);
    expect(JSON.stringify(left)).not.toMatch(/larch|birch/);
    expect<unknown>(left).toEqual({
      f_code: { set: true },
      f_rooms: [
        { id: 'r_2', values: {} },
        { id: 'r_1', values: { f_key: { set: true } } },
      ],
    });
  });

  it('of what an entry was are those that it has now', () => {
    const was = {
      f_code: { set: true },
      f_rooms: [
        { id: 'r_1', values: { f_key: { set: true } } },
        { id: 'r_gone', values: { f_key: { set: true } } },
      ],
    };
    const now = { f_code: 'larch-4711', f_rooms: [{ id: 'r_1', values: { f_key: { set: true } } }] };
    expect<unknown>(withSecretsOf(fields, was, now)).toEqual({
      f_code: 'larch-4711',
      f_rooms: [
        { id: 'r_1', values: { f_key: { set: true } } },
        { id: 'r_gone', values: {} },
      ],
    });
    expect<unknown>(withSecretsOf(fields, { f_code: { set: true } }, {})).toEqual({});
  });

  it('that were taken away stay away, and other values are the same object', () => {
    expect<unknown>(withoutTypedSecrets(fields, {}, { f_code: { set: true } })).toEqual({});
    const others = { f_name: 'Larch' };
    expect<unknown>(withoutTypedSecrets(typeOf(modelWith()).fields, others, {})).toBe(others);
  });
});
