import { fieldsSchema, entrySchema } from './json-schema';
import { compileModel } from '../model/compile';
import { field } from '../model/document';
import { asks, documentOf, group, modelWith, typeOf } from '../testing/model';
import { nestedType } from '../testing/nested-model';

const number = { anyOf: [{ type: 'number' }, { type: 'null' }] };

describe('the JSON Schema of what is delivered', () => {
  it('describes groups, rows and shapes', () => {
    expect<unknown>(fieldsSchema(nestedType.fields)).toEqual({
      type: 'object',
      additionalProperties: false,
      required: ['altitude', 'beds', 'rooms', 'ways'],
      properties: {
        altitude: { title: 'altitude', ...number },
        beds: {
          title: 'beds',
          type: 'object',
          additionalProperties: false,
          required: ['summer', 'winter'],
          properties: { summer: { title: 'summer', ...number }, winter: { title: 'winter', ...number } },
        },
        rooms: {
          title: 'rooms',
          type: 'array',
          items: {
            type: 'object',
            additionalProperties: false,
            required: ['floor', 'bunks'],
            properties: {
              floor: { title: 'floor', ...number },
              bunks: {
                title: 'bunks',
                type: 'array',
                items: {
                  type: 'object',
                  additionalProperties: false,
                  required: ['width'],
                  properties: { width: { title: 'width', ...number } },
                },
              },
            },
          },
        },
        ways: {
          title: 'ways',
          type: 'array',
          items: {
            oneOf: [
              {
                title: 'walk',
                type: 'object',
                additionalProperties: false,
                required: ['shape', 'minutes'],
                properties: { shape: { const: 'walk' }, minutes: { title: 'minutes', ...number } },
              },
              {
                title: 'bus',
                type: 'object',
                additionalProperties: false,
                required: ['shape', 'line'],
                properties: { shape: { const: 'bus' }, line: { title: 'line', ...number } },
              },
            ],
          },
        },
      },
    });
  });

  it('says what editors are told of a field, and takes any object where a mixed list has no shape', () => {
    const { fields } = typeOf(
      modelWith(
        field({ id: 'f_t', key: 't', label: 'T', kind: 'text', help: 'In one line.' }),
        field({ id: 'f_m', key: 'm', label: 'M', kind: 'mixed_list' }),
      ),
    );
    expect<unknown>(fieldsSchema(fields)['properties']).toEqual({
      t: {
        title: 'T',
        description: 'In one line.',
        anyOf: [jasmine.objectContaining({ type: 'string' }), { type: 'null' }],
      },
      m: { title: 'M', type: 'array', items: { type: 'object' } },
    });
  });

  it('requires what every entry has, not what may be hidden or stands in groups of some entries', () => {
    const text = (id: string) => field({ id: `f_${id}`, key: id, label: id, kind: 'text' });
    const some = group({
      id: 'g_some',
      key: 'some',
      appearsOn: {
        kind: 'all',
        conditions: [
          { kind: 'property', property: 'type', operator: 'is', value: 't_hut' },
          { kind: 'property', property: 'status', operator: 'is', value: 'draft' },
        ],
      },
      fields: [text('sometimes')],
    });
    const model = compileModel(
      documentOf(
        group({ fields: [text('always'), { ...text('hidden'), shownWhen: asks('f_always', 'is_filled') }] }),
        some,
      ),
    );
    const schema = entrySchema(typeOf(model));
    expect<unknown>(schema['required']).toEqual([
      'id',
      'type',
      'slug',
      'title',
      'url',
      'published_at',
      'updated_at',
      'always',
    ]);
    expect<unknown>(schema['properties']).toEqual(
      jasmine.objectContaining({ sometimes: jasmine.anything(), hidden: jasmine.anything() }),
    );
  });
});
