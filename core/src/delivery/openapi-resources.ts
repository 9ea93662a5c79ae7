import type { JsonObject } from '../json';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { MEDIA, PEOPLE, subjectOf } from '../model/subjects';
import { fieldsSchema } from './json-schema';
import { json, pageParameters, problem, reference, selectionParameters } from './openapi-parts';

/** A resource beside the entries: where it is, what its things are presented as, and what fields they have. */
interface ListedResource {
  readonly path: string;
  readonly tag: string;
  readonly shape: readonly string[];
  readonly subject: CompiledType;
  readonly name: string;
}

/** What one of the things is: what it is presented as everywhere, and its own fields. */
function thingSchema({ shape, subject }: ListedResource): JsonObject {
  const { properties, required } = fieldsSchema(subject.fields);
  const own: JsonObject = { type: 'object', properties: properties ?? {}, required: required ?? [] };
  const [only, ...others] = shape.map(reference);
  return { allOf: [only && others.length === 0 ? only : { anyOf: shape.map(reference) }, own] };
}

function paths(resource: ListedResource): readonly (readonly [string, JsonObject])[] {
  const { path, tag, name } = resource;
  const schema = thingSchema(resource);
  const id = path.replace(/\W+/g, '_').replace(/^_/, '');
  const page: JsonObject = {
    type: 'object',
    required: ['next', 'total'],
    properties: { next: { type: ['string', 'null'] }, total: { type: 'integer' } },
  };
  const listed: JsonObject = {
    type: 'object',
    required: ['data', 'page'],
    properties: { data: { type: 'array', items: schema }, page },
  };
  const single: JsonObject = { type: 'object', required: ['data'], properties: { data: schema } };
  const named: JsonObject = { name, in: 'path', required: true, schema: { type: 'string' } };
  return [
    [
      path,
      {
        get: {
          operationId: `list_${id}`,
          tags: [tag],
          summary: `List ${tag.toLowerCase()}, by their names`,
          parameters: [...selectionParameters, ...pageParameters],
          responses: { '200': json(listed, 'A page of them'), '400': problem('A parameter does not fit') },
        },
      },
    ],
    [
      `${path}/{${name}}`,
      {
        get: {
          operationId: `get_${id}`,
          tags: [tag],
          summary: 'Get one of them',
          parameters: [named, ...selectionParameters],
          responses: { '200': json(single, 'One of them'), '404': problem('It is not there') },
        },
      },
    ],
  ];
}

/**
 * The paths of terms, people and media, as far as no content type has taken their addresses.
 * @returns paths of an OpenAPI document by their address
 */
export function resourcePaths(model: CompiledModel): JsonObject {
  const terms = model.document.taxonomies.map(({ id, key, plural }): ListedResource => ({
    path: `/taxonomies/${key}`,
    tag: plural,
    shape: ['Term'],
    subject: subjectOf(model, id),
    name: 'slug',
  }));
  const others: readonly ListedResource[] = [
    { path: '/people', tag: 'People', shape: ['Person'], subject: subjectOf(model, PEOPLE), name: 'id' },
    { path: '/media', tag: 'Media', shape: ['Image', 'File'], subject: subjectOf(model, MEDIA), name: 'id' },
  ];
  const free = [...terms, ...others].filter(
    ({ path }) => !model.typeByPluralKey.has(path.split('/')[1] ?? ''),
  );
  return Object.fromEntries(free.flatMap(paths));
}
