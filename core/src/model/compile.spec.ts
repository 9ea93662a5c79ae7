import { altitude, documentOf, group, prices } from '../testing/model';
import { compileModel } from './compile';
import { field, fieldSchema, type Field, type FieldGroup } from './document';

const compiled = (given: FieldGroup) => compileModel(documentOf(given)).fields;

describe('a compiled field', () => {
  it('is the same object as long as field and place are the same', () => {
    const [before, after] = [
      compiled(group({ fields: [altitude] })),
      compiled(group({ fields: [altitude], label: 'X' })),
    ];
    expect(after.get(altitude.id)).toBe(before.get(altitude.id));
  });

  it('knows its group and what stands around it, also when the same field stands elsewhere', () => {
    const inside = (...fields: Field[]) => ({ ...prices, fields });
    const places = [
      compiled(group({ fields: [altitude] })),
      compiled(group({ id: 'g_other', fields: [altitude] })),
      compiled(group({ fields: [inside(altitude)] })),
      compiled(group({ fields: [altitude] })),
    ].map((fields) => fields.get(altitude.id));
    expect(places.map((each) => [each?.groupId, each?.ancestors])).toEqual([
      ['g_hut', []],
      ['g_other', []],
      ['g_hut', [prices.id]],
      ['g_hut', []],
    ]);
  });
});

describe('a field that says nothing of itself', () => {
  it('is plain: active, in the API, changed by editors, and nothing else', () => {
    const said = { id: 'f_it', key: 'it', label: 'It', kind: 'text' } as const;
    const plain: unknown = {
      ...said,
      publicLabel: '',
      help: '',
      required: false,
      unique: false,
      editors: 'change',
      default: null,
      active: true,
      shownWhen: null,
      width: 'full',
      inApi: true,
      filterable: false,
      searchable: false,
      listColumn: false,
      many: null,
      settings: {},
      fields: [],
    };
    expect<unknown>(fieldSchema.parse(said)).toEqual(plain);
    expect<unknown>(field(said)).toEqual(plain);
  });
});
