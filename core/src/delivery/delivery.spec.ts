import { PROGRAMS } from '../access/audience';
import { plainContext } from '../values/compute';
import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { modelJsonSchema } from '../model/json-schema';
import { modelDocumentSchema } from '../model/document';
import { facts, hutDocument, hutModel, typeOf } from '../testing/model';
import { presentFields } from '../values/present';
import { resolveVisibility } from '../values/visibility';
import { filterPaths } from './filter';
import { emitOpenApi } from './openapi';
import { objectName } from './type-names';
import { parseQuery } from './query';

const hut = typeOf(hutModel);
const problemsOf = (...parameters: readonly (readonly [string, string])[]): readonly string[] =>
  parseQuery(hutModel, hut, parameters).problems.map(({ message }) => message);

describe('a query over REST', () => {
  it('is read with typed values', () => {
    const { query, selection, problems } = parseQuery(hutModel, hut, [
      ['filter[altitude][gte]', '2000'],
      ['filter[difficulty]', 'easy'],
      ['sort', '-altitude,title'],
      ['fields', 'title,altitude'],
      ['page[size]', '10'],
    ]);
    expect(problems).toEqual([]);
    expect<unknown>(query.condition).toEqual({
      kind: 'all',
      conditions: [
        jasmine.objectContaining({ operator: 'greater_or_equal', value: 2000 }),
        jasmine.objectContaining({ operator: 'is', value: 'easy' }),
      ],
    });
    expect(query.sort.map(({ path, descending }) => [path.keys, descending])).toEqual([
      ['altitude', true],
      ['title', false],
    ]);
    expect([query.page.size, ...(selection.keys?.keys() ?? [])]).toEqual([10, 'title', 'altitude']);
  });

  it('says what does not fit', () => {
    expect(problemsOf(['filter[altitud][gte]', '1'])[0]).toContain('Did you mean “altitude”?');
    expect(problemsOf(['filter[altitude][gte]', 'high'])[0]).toBe(
      'altitude is compared with a number; “high” is not.',
    );
    expect(problemsOf(['filter[altitude][contains]', '1'])[0]).toContain('does not fit altitude');
    expect(problemsOf(['filter[email][eq]', 'x'])[0]).toContain('Turn on Filterable');
    expect(problemsOf(['page[size]', '0'], ['colour', 'x']).length).toBe(2);
    expect(problemsOf(['fields', 'nope'])[0]).toContain('There is no field “nope”');
  });

  it('cannot filter by what is not in the API', () => {
    expect([...filterPaths(hutModel, hut).keys()]).toEqual([
      'title',
      'slug',
      'published_at',
      'updated_at',
      'id',
      'altitude',
      'difficulty',
    ]);
  });
});

describe('the OpenAPI document', () => {
  const document = emitOpenApi(hutModel, 7);
  const ajv = addFormats(new Ajv2020({ strict: false }));
  ajv.addSchema({ $id: 'https://example.org/api', ...document });

  it('names paths and schemas by the keys of the types', () => {
    expect(Object.keys(document['paths'] ?? {})).toContain('/huts/{slug}');
    expect(objectName('hut_route')).toBe('HutRoute');
  });

  it('describes entries as they are delivered', () => {
    const validate = ajv.compile({ $ref: 'https://example.org/api#/components/schemas/Hut' });
    const values = { f_altitude: 2140, f_prices: [{ id: 'r_1', values: { f_guest: 'Adult' } }] };
    const own = {
      id: 'e_1',
      type: 'hut',
      slug: 'larch',
      title: 'Larch',
      url: '/site/huts/larch',
      published_at: '2026-01-01T00:00:00Z',
      updated_at: '2026-01-01T00:00:00Z',
    };
    const delivered = {
      ...own,
      ...presentFields(hut.fields, resolveVisibility(hutModel, hut, values, facts), PROGRAMS, {
        ...plainContext,
        refer: () => null,
      }),
    };
    expect(validate(delivered)).withContext(JSON.stringify(validate.errors)).toBeTrue();
    expect(validate({ ...delivered, altitude: '2140' })).toBeFalse();
    expect(validate({ ...delivered, prices: null })).toBeFalse();
  });
});

describe('the published schema of the model document', () => {
  it('accepts a model and refuses what is none', () => {
    const validate = new Ajv2020({ strict: false }).compile(modelJsonSchema());
    expect(validate(JSON.parse(JSON.stringify(hutDocument))))
      .withContext(JSON.stringify(validate.errors))
      .toBeTrue();
    expect(validate({ ...hutDocument, version: 2 })).toBeFalse();
    expect(modelDocumentSchema.safeParse(hutDocument).success).toBeTrue();
  });
});
