import { log } from '../../log';
import { GraphQLError, parse, validate, type DocumentNode, type GraphQLSchema } from 'graphql';
import type { OperationArgs, RequestParams } from 'graphql-http';
import { createHandler } from 'graphql-http/lib/use/fetch';
import { Hono } from 'hono';
import { isLostConnection } from '../../db/lost-connection';
import { isRefusedValue } from '../../db/refused-value';
import { readJsonText } from '../../http/body';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import { tooMuch } from './cost';
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
  const refused = tooMuch(schema, document, variables ?? {});
  if (refused) return [refused];
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

/**
 * The content API over GraphQL; its schema follows the model.
 * @see https://graphql.github.io/graphql-over-http/draft/
 */
export function graphqlRoutes({ models, database }: Services): Hono {
  const handle = createHandler<DeliveryContext>({
    onSubscribe: async (_request, parameters) => {
      const { model } = await models.current();
      return prepared(graphqlSchema(model), contextFor(database, model), parameters);
    },
    formatError: told,
  });
  return new Hono().all('/', async (context) => {
    const { method, url, headers } = context.req.raw;
    if (method !== 'POST') return handle(new Request(url, { method, headers }));
    return handle(new Request(url, { method, headers, body: await readJsonText(context) }));
  });
}
