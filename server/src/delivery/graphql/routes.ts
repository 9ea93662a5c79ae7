import { createHash } from 'node:crypto';
import { modelWithin, PUBLIC, readsDrafts, scopeKey, type ReadScope } from '@tovlet/core/delivery/read-scope';
import { log } from '../../log';
import {
  GraphQLError,
  parse,
  validate,
  type DocumentNode,
  type ExecutionResult,
  type GraphQLSchema,
} from 'graphql';
import type { OperationArgs, RequestParams } from 'graphql-http';
import { createHandler } from 'graphql-http/lib/use/fetch';
import { Hono } from 'hono';
import * as z from 'zod';
import { isLostConnection } from '../../db/lost-connection';
import { isRefusedValue } from '../../db/refused-value';
import { readJsonText } from '../../http/body';
import { ProblemException } from '../../http/problem';
import type { MadeAnswer } from '../../revisions/kept-answers';
import type { Services } from '../../services';
import type { Reading } from '../../access/delivery';
import { countedCost, type QueryCost } from './cost';
import { contextFor, type DeliveryContext } from './context';
import { graphqlSchema } from './schema';

/** The most tokens of a query: what is longer is refused while it is read. */
const TOKEN_LIMIT = 2_000;

/**
 * Reads, counts and validates a query, in this order: each step is dearer than the one before.
 * @returns what can be executed, or all that is wrong
 * @throws what is no error of the query
 */
function prepared(
  schema: GraphQLSchema,
  contextValue: DeliveryContext,
  { query, variables, operationName }: RequestParams,
): OperationArgs<DeliveryContext> | readonly GraphQLError[] {
  let document: DocumentNode;
  try {
    document = parse(query, { maxTokens: TOKEN_LIMIT });
  } catch (error) {
    if (error instanceof GraphQLError) return [error];
    throw error;
  }
  const cost = countedCost(schema, document, variables ?? {});
  if (cost instanceof GraphQLError) return [cost];
  contextValue.cost = cost;
  const errors = validate(schema, document);
  if (errors.length > 0) return errors;
  return { schema, document, contextValue, variableValues: variables, operationName };
}

/** What readers are told of a failure: nothing that the database or Tovlet itself says. */
function told(error: Readonly<GraphQLError | Error>): GraphQLError | Error {
  const cause = 'originalError' in error ? error.originalError : undefined;
  if (!cause || cause instanceof GraphQLError) return error;
  if (cause instanceof ProblemException) return new GraphQLError(cause.detail);
  if (isRefusedValue(cause)) return new GraphQLError('A value of the query cannot be compared.');
  if (isLostConnection(cause)) return new GraphQLError('The database is not there at the moment. Try again.');
  log.error({ error: cause }, 'A query could not be answered');
  return new GraphQLError('The query could not be answered because of an error in Tovlet.');
}

/** What is told beside an answer. */
const withCost = (result: ExecutionResult, cost: QueryCost | null | undefined): ExecutionResult =>
  cost && result.data ? { ...result, extensions: { ...result.extensions, cost: { ...cost } } } : result;

/** What tells a request from others, in few characters however long it is: a query may come with any number of spaces. */
const keyOf = (...parts: readonly (string | null | undefined)[]): string =>
  `graphql ${createHash('sha256').update(JSON.stringify(parts)).digest('base64url')}`;

/** How requests are refused. @see https://graphql.github.io/graphql-over-http/draft/#sec-Status-Codes */
const REFUSALS = [400, 405, 406, 415, 500] as const;

const hasErrors = (text: string): boolean => 'errors' in z.looseObject({}).parse(JSON.parse(text));

/** What was answered, as it is kept: until anything is written, unless something went wrong. */
async function madeOf(response: Response): Promise<MadeAnswer> {
  const text = await response.text();
  const [mime = 'application/json'] = (response.headers.get('content-type') ?? '').split(';');
  const status = REFUSALS.find((each) => each === response.status) ?? 200;
  const lasting = status === 200 && !hasErrors(text);
  const allow = response.headers.get('allow');
  return {
    text,
    mime,
    parts: 'everything',
    lasting,
    status,
    ...(allow === null ? {} : { headers: { allow } }),
  };
}

/**
 * The content API over GraphQL; its schema follows the model. What was answered without errors is kept, and found again by the
 * words of the request.
 * @see https://graphql.github.io/graphql-over-http/draft/
 */
export function graphqlRoutes({ models, database, answers }: Services): Hono<Reading> {
  /** What may be read by the requests that are answered at the moment. */
  const scopes = new WeakMap<Request, ReadScope>();
  const handle = createHandler<DeliveryContext>({
    onSubscribe: async ({ raw }, parameters) => {
      const { model } = await models.current();
      const readable = modelWithin(model, scopes.get(raw) ?? PUBLIC);
      return prepared(graphqlSchema(readable), contextFor(database, readable), parameters);
    },
    onOperation: (_request, { contextValue }, result) => withCost(result, contextValue?.cost),
    formatError: told,
  });
  return new Hono<Reading>().all('/', async (context) => {
    const { method, url, headers } = context.req.raw;
    const body = method === 'POST' ? await readJsonText(context) : undefined;
    const { search } = new URL(url);
    const scope = context.get('scope');
    const ask = (): Promise<Response> => {
      const request = new Request(url, { method, headers, ...(body === undefined ? {} : { body }) });
      scopes.set(request, scope);
      return Promise.resolve(handle(request));
    };
    return answers.answer(context, {
      key: keyOf(scopeKey(scope), method, search, headers.get('accept'), headers.get('content-type'), body),
      fleeting: readsDrafts(scope),
      parts: () => Promise.resolve('everything'),
      make: async () => madeOf(await ask()),
    });
  });
}
