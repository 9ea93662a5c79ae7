import { fieldTypes, fieldTypeOf } from '../../fields';
import { listOf } from '../../fields/list-of';
import { listShapeOf, oneShapeOf } from '../../fields/shape';
import { objectSchema, shapes, shapeSchemas } from '.';

describe('the shapes of delivered values', () => {
  it('are the same in a list as alone, whatever they are', () => {
    for (const type of fieldTypes.filter(({ listable }) => listable)) {
      const one = oneShapeOf(type.shape);
      const list = oneShapeOf(listOf(type, { min: null, max: null }).shape);
      expect(list)
        .withContext(type.kind)
        .toEqual(one && { one: one.one, list: true });
    }
    expect(listShapeOf(fieldTypeOf('date').shape)).toBe('Date[]');
    expect(listShapeOf('rows')).toBe('rows');
  });

  it('tell single values from those made of child fields', () => {
    expect(oneShapeOf('Image[]')).toEqual({ one: 'Image', list: true });
    for (const shape of ['rows', 'group', 'shapes', 'none'] as const) expect(oneShapeOf(shape)).toBeNull();
  });

  it('have schemas by which every member is there, and only some may be null', () => {
    expect<unknown>(objectSchema(shapes.Term)).toEqual({
      type: 'object',
      required: ['id', 'taxonomy', 'slug', 'label', 'parent', 'url'],
      properties: {
        id: { type: 'string' },
        taxonomy: { type: 'string' },
        slug: { type: 'string' },
        label: { type: 'string' },
        parent: { type: ['string', 'null'] },
        url: { type: 'string' },
      },
    });
    expect(Object.keys(shapeSchemas).sort()).toEqual(
      ['Embed', 'EntryReference', 'File', 'Image', 'Link', 'Person', 'Place', 'Term'].sort(),
    );
  });

  it('contain lists of objects, as the sizes of a picture', () => {
    const { properties } = objectSchema(shapes.Image);
    expect<unknown>(properties).toEqual(
      jasmine.objectContaining({
        variants: {
          type: 'array',
          items: {
            type: 'object',
            required: ['url', 'width', 'height'],
            properties: { url: { type: 'string' }, width: { type: 'integer' }, height: { type: 'integer' } },
          },
        },
      }),
    );
  });
});
