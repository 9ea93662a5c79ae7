import { GraphQLError, Kind, type ASTVisitor, type ValidationContext } from 'graphql';
import { createHandler } from 'graphql-http/lib/use/fetch';
import { Hono } from 'hono';
import { ProblemException } from '../http/problem';
import { isRefusedValue } from '../db/refused-value';
import type { Services } from '../services';
import { graphqlSchema, type DeliveryContext } from './graphql-schema';

/** The most fields one query may ask for, aliases and fragments counted where they stand. */
const FIELD_LIMIT = 1500;
const DEPTH_LIMIT = 16;
/** The most connections and singles one query may ask for: each costs statements. */
const ROOT_LIMIT = 20;

/** Refuses queries that ask for too much: many fields, deep nesting, many lists at once. */
function boundedQuery(context: ValidationContext): ASTVisitor {
  let fields = 0;
  let depth = 0;
  const refuse = (message: string): void => context.reportError(new GraphQLError(message));
  return {
    Field: {
      enter() {
        fields += 1;
        if (fields === FIELD_LIMIT + 1) refuse(`A query asks for up to ${FIELD_LIMIT} fields.`);
      },
    },
    SelectionSet: {
      enter(node, _key, parent) {
        depth += 1;
        if (depth === DEPTH_LIMIT + 1) refuse(`A query is up to ${DEPTH_LIMIT} levels deep.`);
        const atRoot = parent && 'kind' in parent && parent.kind === Kind.OPERATION_DEFINITION;
        if (atRoot && node.selections.length > ROOT_LIMIT)
          refuse(`A query asks for up to ${ROOT_LIMIT} lists or entries at once.`);
      },
      leave() {
        depth -= 1;
      },
    },
  };
}

/**
 * The content API over GraphQL; its schema follows the model.
 * @see https://graphql.github.io/graphql-over-http/draft/
 */
export function graphqlRoutes({ models, database }: Services): Hono {
  const handle = createHandler<DeliveryContext>({
    schema: async () => graphqlSchema((await models.current()).model),
    context: async () => ({ database, model: (await models.current()).model }),
    validationRules: (_request, _arguments, specified) => [...specified, boundedQuery],
    formatError(error) {
      // What the database or Tovlet itself says is not for the outside.
      const cause = 'originalError' in error ? error.originalError : undefined;
      if (!cause || cause instanceof GraphQLError) return error;
      if (cause instanceof ProblemException) return new GraphQLError(cause.detail);
      if (isRefusedValue(cause)) return new GraphQLError('A value of the query cannot be compared.');
      console.error(cause);
      return new GraphQLError('The query could not be answered because of an error in Tovlet.');
    },
  });
  return new Hono().all('/', (context) => handle(context.req.raw));
}
