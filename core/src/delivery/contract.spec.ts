import { PROGRAMS } from '../access/audience';
import { plainContext } from '../values/compute';
import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { fieldTypes } from '../fields';
import type { ReferenceKind } from '../fields/reference';
import { isJsonObject, type JsonObject, type JsonValue } from '../json';
import { compileModel } from '../model/compile';
import { field, type Field } from '../model/document';
import { documentOf, facts, group, hutType, typeOf } from '../testing/model';
import { typescriptErrors } from '../testing/typescript-errors';
import { presentFields } from '../values/present';
import { resolveVisibility } from '../values/visibility';
import { fieldsSchema } from './json-schema';
import { shapeSchemas } from './shapes';
import { emitOpenApi } from './openapi';
import { emitTypeScript } from './typescript';
import { parseQuery } from './query';
import { filterPaths, type FilterPath } from './filter';
import { wordsFor, type FilterWord } from './filter-words';

const settings: JsonObject = { choices: [{ value: 'easy', label: 'Easy' }] };
const one = (kind: Field['kind'], more: Partial<Field> = {}): Field =>
  field({
    id: `f_${kind}`,
    key: kind,
    label: kind,
    kind,
    filterable: true,
    settings: kind.includes('_choice') ? settings : {},
    ...more,
  });
const all = fieldTypes
  .filter(({ kind }) => kind !== 'shape')
  .map(({ kind }) =>
    one(
      kind,
      kind === 'repeater'
        ? { fields: [field({ id: 'f_inner', key: 'inner', label: 'Inner', kind: 'text' })] }
        : {},
    ),
  );
const model = compileModel(documentOf(group({ fields: all })));
const type = typeOf(model);
const image: JsonObject = {
  ...{ id: 'm_0000000001', url: '/x', alt: '', width: 1, height: 1, variants: [] },
  ...{ focus_x: 0.5, focus_y: 0.25, placeholder: null, colour: '#1f5f55' },
};
const referred: Readonly<Record<ReferenceKind, JsonObject>> = {
  medium: {
    ...image,
    ...{ filename: 'map.pdf', mime: 'application/pdf', bytes: 3, seconds: null, pages: 2, title: null },
  },
  entry: { id: 'e_1', type: 'hut', slug: 'larch', title: 'Larch', url: '/site/huts/larch' },
  term: {
    id: 'n_1',
    taxonomy: 'area',
    slug: 'north',
    label: 'North',
    parent: null,
    url: '/site/areas/north',
  },
  person: { id: 'p_1', name: 'Somebody' },
};
const present = (values: JsonObject): JsonValue =>
  presentFields(type.fields, resolveVisibility(model, type, values, facts), PROGRAMS, {
    ...plainContext,
    refer: (kind) => referred[kind],
  });

/** A value of an address that fits a path. */
function sampleFor({ valueKind, path: { end } }: FilterPath, word: FilterWord): string {
  if (word === 'empty' || valueKind === 'switch') return 'true';
  if (valueKind === 'number') return '1';
  if (end.kind === 'property') return valueKind === 'moment' ? '2026-05-31T18:30:00+02:00' : 'a';
  return String(end.field.type.list ? 'easy' : end.field.type.example);
}

describe('what is delivered', () => {
  const ajv = addFormats(new Ajv2020({ strict: false }));
  ajv.addSchema({ $id: 'root', components: { schemas: shapeSchemas } });
  const schemaText = JSON.stringify(fieldsSchema(type.fields)).replaceAll('#/components', 'root#/components');
  const validate = ajv.compile(JSON.parse(schemaText));

  it('of every type fits the emitted schema: its example, and nothing', () => {
    const examples = Object.fromEntries(fieldTypes.map(({ kind, example }) => [`f_${kind}`, example]));
    for (const values of [examples, {}]) {
      expect(validate(present(values)))
        .withContext(JSON.stringify(validate.errors))
        .toBeTrue();
    }
  });

  it('of every type fits the emitted TypeScript, and other things do not', () => {
    const examples = Object.fromEntries(fieldTypes.map(({ kind, example }) => [`f_${kind}`, example]));
    const entry = {
      id: 'e_1',
      type: 'hut',
      slug: 'larch',
      title: 'Larch',
      url: '/site/huts/larch',
      published_at: '2026-05-31T18:30:00Z',
      updated_at: '2026-05-31T18:30:00Z',
    };
    const emitted = emitTypeScript(model, 1);
    const errorsOf = (value: JsonValue): readonly string[] =>
      typescriptErrors(`${emitted}\nexport const entry: Hut = ${JSON.stringify(value)};`);
    for (const values of [examples, {}]) {
      const presented = present(values);
      expect(errorsOf({ ...entry, ...(isJsonObject(presented) ? presented : {}) })).toEqual([]);
    }
    expect(errorsOf({ ...entry, type: 'route' }).length).toBe(1);
  });

  it('keeps the names of shapes apart from those of content types', () => {
    const places = { ...hutType, id: 't_place', key: 'place', pluralKey: 'places' };
    const other = compileModel({
      ...documentOf(),
      contentTypes: [places, { ...places, id: 't_2', key: 'image' }],
    });
    expect<unknown>(emitOpenApi(other, 1)['components']).toEqual(
      jasmine.objectContaining({
        schemas: jasmine.objectContaining({
          Place: jasmine.objectContaining({ required: jasmine.arrayContaining(['latitude']) }),
          Place_: jasmine.objectContaining({ required: jasmine.arrayContaining(['slug']) }),
        }),
      }),
    );
    expect(emitTypeScript(other, 1)).toContain('export interface Image_ {');
    expect(typescriptErrors(emitTypeScript(other, 1))).toEqual([]);
  });

  it('says in TypeScript what is said of a field, without letting it end a comment', () => {
    const help = 'Ends here */ alert(1)';
    const labelled = compileModel(documentOf(group({ fields: [one('text', { help }), one('mixed_list')] })));
    const emitted = emitTypeScript(labelled, 3);
    expect(emitted).toContain('/** Content API 1.3.0 */');
    expect(emitted).toContain('/** Ends here * / alert(1) */');
    expect(typescriptErrors(emitted)).toEqual([]);
  });

  it('of lists is never null', () => {
    expect<unknown>(present({})).toEqual(
      jasmine.objectContaining({ several_choices: [], repeater: [], text: null }),
    );
  });

  it('has an OpenAPI document that names every type’s key and every filter', () => {
    const text = JSON.stringify(emitOpenApi(model, 1));
    for (const { kind, valueless, confidential } of fieldTypes) {
      const emitted = expect(text.includes(`"${kind}"`)).withContext(kind);
      if (valueless || confidential || kind === 'shape') emitted.toBeFalse();
      else emitted.toBeTrue();
    }
    for (const [keys, { valueKind }] of filterPaths(model, type))
      for (const word of wordsFor(valueKind)) expect(text).toContain(`filter[${keys}][${word}]`);
  });

  it('can be filtered by every operator with a value that fits, and by none with one that does not', () => {
    const ask = (parameter: string, value: string) =>
      parseQuery(model, type, new URLSearchParams({ [parameter]: value }));
    for (const [keys, path] of filterPaths(model, type)) {
      for (const word of wordsFor(path.valueKind)) {
        const { problems, query } = ask(`filter[${keys}][${word}]`, sampleFor(path, word));
        expect(problems).withContext(`${keys} ${word}`).toEqual([]);
        expect<unknown>(query.condition).toEqual({ kind: 'all', conditions: [jasmine.anything()] });
      }
      expect(ask(`filter[${keys}][empty]`, 'perhaps').problems.length)
        .withContext(keys)
        .toBe(1);
    }
  });

  it('leaves out what is kept out of the API', () => {
    const hidden = compileModel(
      documentOf(group({ fields: [one('text', { inApi: false, key: 'kept_out' })] })),
    );
    expect(JSON.stringify(emitOpenApi(hidden, 1))).not.toContain('kept_out');
    expect(filterPaths(hidden, typeOf(hidden)).has('kept_out')).toBeFalse();
  });
});
