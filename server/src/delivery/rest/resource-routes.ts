import { PROGRAMS } from '@tovlet/core/access/audience';
import { parseResourceQuery, type ResourceQuery } from '@tovlet/core/delivery/resource-query';
import { modelWithin, readsDrafts, scopeKey } from '@tovlet/core/delivery/read-scope';
import { selected } from '@tovlet/core/delivery/selection';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { nearestOf } from '@tovlet/core/values/nearest';
import { and, asc, count, sql } from 'drizzle-orm';
import { Hono, type Context, type Next } from 'hono';
import type { Reading } from '../../access/delivery';
import { READERS_ORDER } from '../../db/type-table';
import { ProblemException } from '../../http/problem';
import type { MadeAnswer } from '../../revisions/kept-answers';
import type { Services } from '../../services';
import { cursorsOf } from '../lists/cursors';
import { EntryPresenter } from '../presenter';
import { readThings } from '../things';
import { mediaOf, namedIn, peopleOf, termsOf, type DeliveredResource } from './resources';

/** A request for a resource, understood. */
interface Asked extends ResourceQuery {
  readonly model: CompiledModel;
  readonly resource: DeliveredResource;
}

function queryOrRefuse(model: CompiledModel, resource: DeliveredResource, url: string): ResourceQuery {
  const query = parseResourceQuery(model, resource.standing, new URL(url).searchParams);
  if (query.problems.length === 0) return query;
  throw new ProblemException(
    'invalid_query',
    query.problems[0]?.message ?? '',
    query.problems.map(({ parameter, message }) => ({ path: parameter, message })),
  );
}

/** Presents some things in the order of their ids. */
async function presented(
  { database }: Services,
  { model, resource, selection }: Asked,
  ids: readonly string[],
): Promise<readonly JsonObject[]> {
  const things = new Map(
    (await readThings(database, model, resource.kind, ids)).map((thing) => [thing.id, thing]),
  );
  const inOrder = ids.map((id) => things.get(id)).filter((thing) => thing !== undefined);
  const documents = await new EntryPresenter(database, model, PROGRAMS).presentThings(
    inOrder,
    selection.plan,
  );
  return documents.map((document) => selected(document, selection.keys));
}

async function page(services: Services, asked: Asked): Promise<JsonObject> {
  const { database } = services;
  const { table, id, name, seen, kind, standing } = asked.resource;
  const cursors = await cursorsOf(database);
  const list = JSON.stringify([kind, standing.types.map(({ contentType }) => contentType.id)]);
  const cursor = asked.after === null ? null : cursors.read(list, asked.after);
  const ordered = sql`${name} ${READERS_ORDER}`;
  const after = cursor ? sql`(${ordered}, ${id}) > (${cursor[0][0]}, ${cursor[1]})` : undefined;
  const [rows, totals] = await Promise.all([
    database
      .select({ id: sql<string>`${id}`, name: sql<string>`${name}` })
      .from(table)
      .where(and(seen, after))
      .orderBy(asc(ordered), asc(id))
      .limit(asked.size + 1),
    database.select({ total: count() }).from(table).where(seen),
  ]);
  const shown = rows.slice(0, asked.size);
  const last = rows.length > asked.size ? shown.at(-1) : undefined;
  const data = await presented(
    services,
    asked,
    shown.map((row) => row.id),
  );
  const next = last ? cursors.write(list, [[last.name], last.id]) : null;
  return { data, page: { next, total: totals[0]?.total ?? 0 } };
}

async function single(services: Services, asked: Asked, named: string): Promise<JsonObject> {
  const { table, id, seen } = asked.resource;
  const rows = await services.database
    .select({ id: sql<string>`${id}` })
    .from(table)
    .where(and(seen, namedIn(asked.resource, named)))
    .limit(1);
  const [data] = await presented(
    services,
    asked,
    rows.map((row) => row.id),
  );
  if (!data) throw new ProblemException('not_found', 'There is nothing of this name here.');
  return { data };
}

function taxonomyOrRefuse(model: CompiledModel, key: string): DeliveredResource {
  const terms = termsOf(model, key);
  if (terms) return terms;
  const nearest = nearestOf(
    key,
    model.document.taxonomies.map((each) => each.key),
  );
  throw new ProblemException(
    'not_found',
    `There is no taxonomy “${key.slice(0, 60)}”.${nearest ? ` Did you mean “${nearest}”?` : ''}`,
  );
}

const taxonomies = ({ document }: CompiledModel): JsonObject => ({
  data: document.taxonomies.map(({ id, key, singular, plural, tree }) => ({
    id,
    key,
    singular,
    plural,
    tree,
  })),
});

/** Finds what is asked for in a model. */
type Finder = (model: CompiledModel, context: Context<Reading>) => DeliveredResource;

/** Terms, people and media of the content API: what published entries refer to. A content type of such a plural key goes before them. */
export function resourceRoutes(services: Services): Hono<Reading> {
  const { answers, models, database } = services;

  const answer = (context: Context<Reading>, make: (model: CompiledModel) => Promise<JsonObject>) => {
    const { pathname, search } = new URL(context.req.url);
    return answers.answer(context, {
      key: `${scopeKey(context.get('scope'))} ${pathname}${search}`,
      fleeting: readsDrafts(context.get('scope')),
      parts: () => Promise.resolve('everything'),
      make: async ({ modelRevision }): Promise<MadeAnswer> => ({
        text: JSON.stringify(
          await make(modelWithin((await models.since(modelRevision)).model, context.get('scope'))),
        ),
        mime: 'application/json',
        parts: 'everything',
        lasting: true,
      }),
    });
  };
  const from = (context: Context<Reading>, model: CompiledModel, resource: DeliveredResource): Asked => ({
    model,
    resource,
    ...queryOrRefuse(model, resource, context.req.url),
  });
  const route =
    (make: (model: CompiledModel, context: Context<Reading>) => Promise<JsonObject>) =>
    async (context: Context<Reading>, next: Next) => {
      const { model } = await models.current();
      const [first = ''] = context.req.path.slice('/api/content/v1/'.length).split('/');
      // Entries of a type whose key is one of these words were here before.
      if (model.typeByPluralKey.has(first)) return next();
      return answer(context, (now) => make(now, context));
    };
  const list = (of: Finder) =>
    route((model, context) => page(services, from(context, model, of(model, context))));
  const one = (of: Finder) =>
    route((model, context) =>
      single(services, from(context, model, of(model, context)), context.req.param('name') ?? ''),
    );
  const terms: Finder = (model, context) => taxonomyOrRefuse(model, context.req.param('taxonomy') ?? '');
  const people: Finder = (model) => peopleOf(database, model);
  const media: Finder = (model) => mediaOf(database, model);

  return new Hono<Reading>()
    .get(
      '/taxonomies',
      route((model) => Promise.resolve(taxonomies(model))),
    )
    .get('/taxonomies/:taxonomy', list(terms))
    .get('/taxonomies/:taxonomy/:name', one(terms))
    .get('/people', list(people))
    .get('/people/:name', one(people))
    .get('/media', list(media))
    .get('/media/:name', one(media));
}
