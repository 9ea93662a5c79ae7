import type { AnswerOf, BodyOf, Method, ParameterOf, PathOf, QueryOf } from '@tovlet/core/contracts/routes';
import { Hono, type Context, type Env, type MiddlewareHandler } from 'hono';
import type * as z from 'zod';
import { parse, readBody } from './body';

/** The paths of a resource as they stand below its address: `/:id` for `/api/studio/terms/:id`. */
type PathBelow<M extends Method, Base extends string> =
  PathOf<M> extends infer Path
    ? Path extends Base
      ? '/'
      : Path extends `${Base}/${infer Rest}`
        ? `/${Rest}`
        : never
    : never;
type Whole<Base extends string, Path extends string> = Path extends '/' ? Base : `${Base}${Path}`;

/** What a route asks of a request before it serves it. */
interface Demands<E extends Env> {
  /** Who is let through. */
  readonly only?: MiddlewareHandler<E>;
  /** The status of what was done; 200 if left out. */
  readonly status?: 200 | 201;
  readonly body?: z.ZodType;
  readonly query?: z.ZodType;
}

/** A schema that takes every body that the contract says can be sent. */
type Takes<Body, Given> = Body extends undefined | FormData
  ? unknown
  : Given extends { readonly body: infer Schema extends z.ZodType }
    ? Body extends z.input<Schema>
      ? unknown
      : { readonly body: z.ZodType<unknown, Body> }
    : { readonly body: z.ZodType<unknown, Body> };

/** A schema that knows each name that the contract says can be asked for; its values come as text. */
type Knows<Query, Given> = Query extends undefined
  ? unknown
  : Given extends { readonly query: infer Schema extends z.ZodType }
    ? keyof Query extends keyof z.input<Schema>
      ? unknown
      : { readonly query: z.ZodType<unknown, Query> }
    : { readonly query: z.ZodType<unknown, Query> };

type OutputOf<Given, Name extends string> =
  Given extends Readonly<Record<Name, infer Schema extends z.ZodType>> ? z.output<Schema> : undefined;

/** A request as a route serves it, with what was read of it. */
interface Asked<Given, Path extends string, E extends Env> {
  readonly context: Context<E>;
  readonly parameters: Readonly<Record<ParameterOf<Path>, string>>;
  readonly body: OutputOf<Given, 'body'>;
  readonly query: OutputOf<Given, 'query'>;
}

/** Reads what a route demands. That the schemas are those of its types is what `OutputOf` says. */
async function read<Given extends Demands<E>, Path extends string, E extends Env>(
  context: Context<E>,
  { body, query }: Given,
): Promise<Asked<Given, Path, E>> {
  const parameters: Readonly<Record<string, string>> = context.req.param();
  return {
    context,
    parameters: parameters,
    query: (query && parse(query, context.req.query(), 'invalid_query')) as OutputOf<Given, 'query'>,
    body: (body && (await readBody(context, body))) as OutputOf<Given, 'body'>,
  };
}

/**
 * Routes below one address of the API, held to what the contract says that they take and give (`contracts/routes.ts`).
 * @example
 * new Resource<'/api/studio/terms', Signed>().on('GET', '/', {}, ({ context }) => …).routes
 */
export class Resource<Base extends string, E extends Env = Env> {
  /** The routes, to be mounted at the address. */
  readonly routes = new Hono<E>();

  /**
   * Serves one route. What cannot be answered is thrown as a problem; an answer of nothing becomes 204.
   * @param path below the address of the resource
   * @param demands who is let through, and the schemas of body and query
   */
  on<M extends Method, Path extends string, Given extends Demands<E>>(
    method: M,
    path: Path & PathBelow<M, Base>,
    demands: Given & Takes<BodyOf<M, Whole<Base, Path>>, Given> & Knows<QueryOf<M, Whole<Base, Path>>, Given>,
    serve: (
      asked: Asked<Given, Path, E>,
    ) => AnswerOf<M, Whole<Base, Path>> | Promise<AnswerOf<M, Whole<Base, Path>>>,
  ): this {
    if (demands.only) this.routes.on(method, path, demands.only);
    this.routes.on(method, path, async (context) => {
      const answer: unknown = await serve(await read<Given, Path, E>(context, demands));
      if (answer === undefined) return context.body(null, 204);
      return context.json(answer, demands.status ?? 200);
    });
    return this;
  }
}
