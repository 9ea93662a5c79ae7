import type { JsonObject } from '../json';
import { DEFAULT_PAGE_SIZE, MAX_PAGE_SIZE } from './query';

/** A reference to one of the schemas. */
export const reference = (name: string): JsonObject => ({ $ref: `#/components/schemas/${name}` });
/** An answer in JSON. */
export const json = (schema: JsonObject, description: string): JsonObject => ({
  description,
  content: { 'application/json': { schema } },
});
/** A refusal. */
export const problem = (description: string): JsonObject => ({
  description,
  content: { 'application/problem+json': { schema: reference('Problem') } },
});
/** A parameter of the query. */
export const inQuery = (name: string, description: string, schema: JsonObject): JsonObject => ({
  name,
  in: 'query',
  required: false,
  description,
  schema,
});

/** What says what is delivered. */
export const selectionParameters: readonly JsonObject[] = [
  inQuery(
    'fields',
    'Keys to deliver, with commas between; dots lead into groups, rows and what is referred to',
    {
      type: 'string',
    },
  ),
  inQuery(
    'include',
    'Ways to what is referred to, with commas between: it stands whole in the place of its reference',
    {
      type: 'string',
    },
  ),
];

/** What says which page is delivered, forwards. */
export const pageParameters: readonly JsonObject[] = [
  inQuery('page[size]', 'How many stand in a page', {
    type: 'integer',
    minimum: 1,
    maximum: MAX_PAGE_SIZE,
    default: DEFAULT_PAGE_SIZE,
  }),
  inQuery('page[after]', 'The `next` of the page before', { type: 'string' }),
];
