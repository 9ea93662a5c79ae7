import type { JsonObject } from '../json';
import { field } from '../model/document';
import { fieldOf, modelWith, typeOf } from '../testing/model';
import {
  changeableBy,
  mayChange,
  maySee,
  maySeeAll,
  maySeeWithin,
  personWith,
  PROGRAMS,
  PROGRAMS_WITH_DRAFTS,
  seenBy,
  seesDrafts,
  VISITORS,
  type Audience,
} from './audience';

const model = modelWith(
  field({ id: 'f_open', key: 'open', label: 'Open', kind: 'text' }),
  field({ id: 'f_note', key: 'note', label: 'Note', kind: 'text', editors: 'nothing', inApi: false }),
  field({ id: 'f_code', key: 'code', label: 'Code', kind: 'secret', editors: 'see' }),
  field({
    id: 'f_beds',
    key: 'beds',
    label: 'Beds',
    kind: 'group',
    fields: [
      field({ id: 'f_winter', key: 'winter', label: 'Winter', kind: 'number' }),
      field({ id: 'f_cost', key: 'cost', label: 'Cost', kind: 'number', editors: 'nothing' }),
    ],
  }),
  field({
    id: 'f_rows',
    key: 'rows',
    label: 'Rows',
    kind: 'repeater',
    fields: [field({ id: 'f_price', key: 'price', label: 'Price', kind: 'number', editors: 'nothing' })],
  }),
);
const { fields } = typeOf(model);
const hash = { hash: '$argon2id$x' };
const stored = {
  f_open: 'a',
  f_note: 'b',
  f_code: hash,
  f_beds: { f_winter: 4, f_cost: 9 },
  f_rows: [{ id: 'r_1', values: { f_price: 3 } }],
};

describe('what somebody may see', () => {
  it('is decided by one table', () => {
    const all = [personWith('developer'), personWith('editor'), PROGRAMS, VISITORS];
    const seen = (id: string): readonly boolean[] =>
      all.map((audience) => maySee(audience, fieldOf(model, id)));
    expect(seen('f_open')).toEqual([true, true, true, true]);
    expect(seen('f_note')).toEqual([true, false, false, true]);
    expect(seen('f_code')).toEqual([true, true, false, false]);
  });

  it('leaves out what is not for them, in groups and rows as well, and every hash', () => {
    expect<object>(seenBy(personWith('editor'), fields, stored)).toEqual({
      f_open: 'a',
      f_code: { set: true },
      f_beds: { f_winter: 4 },
      f_rows: [{ id: 'r_1', values: {} }],
    });
    expect<object>(seenBy(personWith('developer'), fields, stored)).toEqual({
      ...stored,
      f_code: { set: true },
    });
  });
});

describe('what somebody may change', () => {
  it('leaves everything else as it was', () => {
    const given = { f_open: 'c', f_note: 'x', f_code: 'guess', f_rows: [{ id: 'r_1', values: {} }] };
    expect<object>(changeableBy('editor', fields, given, stored)).toEqual({
      ...stored,
      f_open: 'c',
      f_beds: { f_cost: 9 },
    });
    expect(changeableBy('developer', fields, given, stored)).toBe(given);
  });

  it('is decided by the role and the field', () => {
    const changed = (id: string): readonly boolean[] =>
      (['developer', 'editor', 'reader'] as const).map((role) => mayChange(role, fieldOf(model, id)));
    expect([changed('f_open'), changed('f_note'), changed('f_code')]).toEqual([
      [true, true, true],
      [true, false, false],
      [true, false, false],
    ]);
  });

  it('keeps what is fixed in a group, whatever is given for it', () => {
    const saved = (given: JsonObject, before: JsonObject): unknown =>
      changeableBy('editor', fields, given, before)['f_beds'];
    const before = { f_beds: { f_winter: 4, f_cost: 9 } };
    expect(saved({ f_beds: { f_winter: 5, f_cost: 1 } }, before)).toEqual({ f_winter: 5, f_cost: 9 });
    expect(saved({ f_beds: {} }, before)).toEqual({ f_cost: 9 });
    expect(saved({}, before)).toEqual({ f_cost: 9 });
    expect(saved({ f_beds: {} }, { f_beds: { f_winter: 4 } })).toEqual({});
    expect(saved({ f_beds: { f_winter: 5 } }, { f_beds: 'four' })).toEqual({ f_winter: 5 });
    expect(saved({ f_beds: { f_winter: 5, f_cost: 1 } }, {})).toEqual({ f_winter: 5 });
  });

  it('keeps what is fixed in a row, row by row', () => {
    const rows = [
      { id: 'r_1', values: { f_price: 7 } },
      { id: 'r_2', values: { f_price: 8 } },
    ];
    const saved = changeableBy('editor', fields, { f_rows: rows }, stored);
    expect<unknown>(saved['f_rows']).toEqual([
      { id: 'r_1', values: { f_price: 3 } },
      { id: 'r_2', values: {} },
    ]);
  });

  it('brings no group into being that holds nothing', () => {
    expect<object>(changeableBy('editor', fields, { f_open: 'c' }, { f_beds: { f_winter: 4 } })).toEqual({
      f_open: 'c',
    });
  });

  it('is nothing in what may not be seen, and everything that is gone', () => {
    const seen = (id: string) => maySeeWithin(personWith('editor'), id, model.fields);
    expect(['f_open', 'f_winter', 'f_cost', 'f_price', 'f_gone'].map(seen)).toEqual([
      true,
      true,
      false,
      false,
      true,
    ]);
  });

  it('sees drafts where it works on entries, and where a program was told so', () => {
    const cases: readonly (readonly [Audience, boolean])[] = [
      [personWith('reader'), true],
      [PROGRAMS, false],
      [PROGRAMS_WITH_DRAFTS, true],
      [VISITORS, false],
    ];
    for (const [audience, sees] of cases)
      expect(seesDrafts(audience)).withContext(JSON.stringify(audience)).toBe(sees);
  });
});

describe('what was a secret', () => {
  it('stays one where its field is of another type by now', () => {
    const now = { ...stored, f_open: hash, f_beds: { f_winter: [hash] }, f_rows: hash };
    const seen = JSON.stringify(seenBy(personWith('developer'), fields, now));
    expect(seen).not.toContain('argon');
    expect<unknown>(seenBy(personWith('editor'), fields, now)['f_open']).toEqual({ set: true });
  });
});

describe('several fields at once', () => {
  const developer = personWith('developer');
  const editor = personWith('editor');
  const seen = (audience: Audience, ...ids: readonly string[]) => maySeeAll(audience, ids, model.fields);

  it('are seen where each is, with all that it stands in', () => {
    expect([seen(editor), seen(editor, 'f_open'), seen(editor, 'f_beds', 'f_winter')]).toEqual([
      true,
      true,
      true,
    ]);
    expect([seen(editor, 'f_open', 'f_note'), seen(editor, 'f_rows', 'f_price')]).toEqual([false, false]);
    expect(seen(developer, 'f_open', 'f_note', 'f_rows', 'f_price')).toBeTrue();
  });

  it('are seen by developers alone where one of them is gone', () => {
    const gone = (audience: Audience) => seen(audience, 'f_open', 'f_gone');
    expect([developer, editor, personWith('reader'), PROGRAMS, VISITORS].map(gone)).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
    expect(seen(developer, 'f_gone')).toBeTrue();
  });
});
