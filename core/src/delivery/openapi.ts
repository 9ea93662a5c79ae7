import type { JsonObject } from '../json';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { SEARCH_LENGTH_LIMIT } from '../search/words';
import type { ValueKind } from '../queries/value-kind';
import { filterPaths, type FilterPath } from './filter';
import { filterWords, wordsFor } from './filter-words';
import { entrySchema } from './json-schema';
import { shapeSchemas } from './shapes';
import { schemaNames } from './type-names';
import { inQuery, json, pageParameters, problem, reference, selectionParameters } from './openapi-parts';
import { resourcePaths } from './openapi-resources';

const problemSchema: JsonObject = {
  type: 'object',
  description: 'A problem, RFC 9457',
  required: ['type', 'title', 'status'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    errors: {
      type: 'array',
      items: { type: 'object', properties: { path: { type: 'string' }, message: { type: 'string' } } },
    },
  },
};

const facetSchema: JsonObject = {
  type: 'object',
  description: 'How many entries have each value, or lie in each range, as if nothing was asked of it',
  required: ['values', 'ranges'],
  properties: {
    values: {
      type: 'array',
      items: {
        type: 'object',
        required: ['value', 'label', 'count'],
        properties: {
          value: { type: 'string' },
          label: { type: ['string', 'null'] },
          count: { type: 'integer' },
        },
      },
    },
    ranges: {
      type: 'array',
      description: 'The upper end of a range of numbers stands in the next one, but for the last',
      items: {
        type: 'object',
        required: ['from', 'to', 'count'],
        properties: {
          from: { type: ['number', 'string'] },
          to: { type: ['number', 'string'] },
          count: { type: 'integer' },
        },
      },
    },
  },
};

const operandTypes: Readonly<Record<ValueKind, JsonObject>> = {
  number: { type: 'number' },
  text: { type: 'string' },
  code: { type: 'string' },
  moment: { type: 'string', format: 'date-time' },
  switch: { type: 'boolean' },
  reference: { type: 'string' },
  list: { type: 'string' },
  links: { type: 'string' },
};

function wordParameters(keys: string, { valueKind }: FilterPath): readonly JsonObject[] {
  return wordsFor(valueKind).map((word) => {
    const { operand } = filterWords[word];
    const schema: JsonObject =
      operand === 'boolean'
        ? { type: 'boolean' }
        : operand === 'list'
          ? { type: 'string' }
          : operandTypes[valueKind];
    return inQuery(`filter[${keys}][${word}]`, `Entries whose ${keys} fits`, schema);
  });
}

const filterParameters = (model: CompiledModel, type: CompiledType): readonly JsonObject[] =>
  [...filterPaths(model, type)].flatMap(([keys, path]) => wordParameters(keys, path));

function listPath(model: CompiledModel, type: CompiledType, name: string): JsonObject {
  const { plural, pluralKey } = type.contentType;
  return {
    get: {
      operationId: `list_${pluralKey}`,
      tags: [plural],
      summary: `List published ${plural.toLowerCase()}`,
      parameters: [
        ...filterParameters(model, type),
        inQuery('sort', 'Keys with commas between; a minus before one means descending', { type: 'string' }),
        ...selectionParameters,
        ...pageParameters,
        inQuery('page[before]', 'The `previous` of the page after', { type: 'string' }),
        inQuery('q', 'Words that have to be there; without an order what fits best comes first', {
          type: 'string',
          maxLength: SEARCH_LENGTH_LIMIT,
        }),
        inQuery('facets', 'What the entries are counted by, with commas between', { type: 'string' }),
      ],
      responses: {
        '200': json(
          {
            type: 'object',
            required: ['data', 'page'],
            properties: {
              data: { type: 'array', items: reference(name) },
              page: {
                type: 'object',
                required: ['next', 'previous', 'total', 'partial'],
                properties: {
                  next: { type: ['string', 'null'] },
                  previous: { type: ['string', 'null'] },
                  total: { type: 'integer' },
                  partial: {
                    type: 'boolean',
                    description:
                      'The list still follows a change of the model: filters and order may miss entries',
                  },
                },
              },
              facets: {
                type: 'object',
                description: 'Of each facet that was asked for',
                additionalProperties: reference('Facet'),
              },
              excerpts: {
                type: 'array',
                description:
                  'For each entry of the page HTML around the words of q, in mark elements; null where they stand in its title alone',
                items: { type: ['string', 'null'] },
              },
            },
          },
          'A page of entries',
        ),
        '400': problem('A parameter does not fit'),
      },
    },
  };
}

function singlePath(type: CompiledType, name: string): JsonObject {
  const { singular, key } = type.contentType;
  return {
    get: {
      operationId: `get_${key}`,
      tags: [type.contentType.plural],
      summary: `Get one published ${singular.toLowerCase()}`,
      parameters: [
        {
          name: 'slug',
          in: 'path',
          required: true,
          description: 'Its slug or id',
          schema: { type: 'string' },
        },
        ...selectionParameters,
      ],
      responses: {
        '200': json({ type: 'object', required: ['data'], properties: { data: reference(name) } }, singular),
        '304': { description: 'Not modified since the ETag that was sent' },
        '404': problem('There is no such published entry'),
      },
    },
  };
}

/**
 * Emits the OpenAPI document of the content API for a model.
 * @param model the compiled model
 * @param revision the model's revision, which becomes the document's version
 * @returns an OpenAPI 3.1 document
 * @see https://spec.openapis.org/oas/v3.1.0
 */
export function emitOpenApi(model: CompiledModel, revision: number): JsonObject {
  const names = [...schemaNames(model)];
  return {
    openapi: '3.1.0',
    info: { title: 'Content API', version: `1.${revision}.0` },
    servers: [{ url: '/api/content/v1' }],
    paths: {
      ...Object.fromEntries(
        names.flatMap(([type, name]) => [
          [`/${type.contentType.pluralKey}`, listPath(model, type, name)],
          [`/${type.contentType.pluralKey}/{slug}`, singlePath(type, name)],
        ]),
      ),
      ...resourcePaths(model),
    },
    components: {
      schemas: {
        ...Object.fromEntries(names.map(([type, name]) => [name, entrySchema(type)])),
        ...shapeSchemas,
        Facet: facetSchema,
        Problem: problemSchema,
      },
    },
  };
}
