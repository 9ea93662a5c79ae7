import { PROGRAMS } from '@tovlet/core/access/audience';
import { createHash } from 'node:crypto';
import { emitOpenApi } from '@tovlet/core/delivery/openapi';
import { parseQuery, type EntryQuery } from '@tovlet/core/delivery/query';
import { emitTypeScript } from '@tovlet/core/delivery/typescript';
import { selected, type Selection } from '@tovlet/core/delivery/selection';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledType } from '@tovlet/core/model/compiled';
import { nearestOf } from '@tovlet/core/values/nearest';
import { Hono, type Context } from 'hono';
import { ProblemException } from '../../http/problem';
import type { RevisedModel } from '../../revisions/store';
import type { Services } from '../../services';
import { countEntries, findEntries, findEntry, isFilling } from '../find';
import { EntryPresenter } from '../presenter';

/**
 * Answers with a strong ETag of its content, or 304 when the client has it already.
 * @see https://www.rfc-editor.org/rfc/rfc9110#name-etag
 */
function tagged(context: Context, text: string, mime: string): Response {
  const tag = `"${createHash('sha1').update(text).digest('base64url')}"`;
  const headers = { etag: tag, 'cache-control': 'no-cache', vary: 'authorization, cookie' };
  const known = (context.req.header('if-none-match') ?? '')
    .split(',')
    .map((each) => each.trim().replace(/^W\//, ''));
  if (known.includes(tag) || known.includes('*')) return context.body(null, 304, headers);
  return context.body(text, 200, { ...headers, 'content-type': `${mime}; charset=utf-8` });
}

const taggedJson = (context: Context, body: JsonValue): Response =>
  tagged(context, JSON.stringify(body), 'application/json');

function typeOrRefuse({ model }: RevisedModel, plural: string): CompiledType {
  const type = model.typeByPluralKey.get(plural);
  if (type) return type;
  const nearest = nearestOf(plural, model.typeByPluralKey.keys());
  throw new ProblemException(
    'not_found',
    `There is no content type “${plural.slice(0, 60)}”.${nearest ? ` Did you mean “${nearest}”?` : ''}`,
  );
}

function queryOrRefuse(
  context: Context,
  { model }: RevisedModel,
  type: CompiledType,
): { readonly query: EntryQuery; readonly selection: Selection } {
  const { problems, ...read } = parseQuery(model, type, new URL(context.req.url).searchParams);
  if (problems.length === 0) return read;
  throw new ProblemException(
    'invalid_query',
    problems[0]?.message ?? '',
    problems.map(({ parameter, message }) => ({ path: parameter, message })),
  );
}

/** The content API over REST: published entries only. */
export function restRoutes(services: Services): Hono {
  const { database, models } = services;
  return new Hono()
    .get('/openapi.json', async (context) => {
      const { model, revision } = await models.current();
      return taggedJson(context, emitOpenApi(model, revision));
    })
    .get('/types.ts', async (context) => {
      const { model, revision } = await models.current();
      return tagged(context, emitTypeScript(model, revision), 'text/plain');
    })
    .get('/:plural', async (context) => {
      const revised = await models.current();
      const type = typeOrRefuse(revised, context.req.param('plural'));
      const { query, selection } = queryOrRefuse(context, revised, type);
      const page = await findEntries(database, type, query);
      const [total, partial] = await Promise.all([
        countEntries(database, type, query.condition),
        isFilling(database, type),
      ]);
      const presented = await new EntryPresenter(database, revised.model, PROGRAMS).present(
        type,
        page.records,
        selection.plan,
      );
      return taggedJson(context, {
        data: presented.map(({ value }) => selected(value, selection.keys)),
        page: { next: page.hasNext ? (page.cursors.at(-1) ?? null) : null, total, partial },
      });
    })
    .get('/:plural/:slug', async (context) => {
      const revised = await models.current();
      const type = typeOrRefuse(revised, context.req.param('plural'));
      const { selection } = queryOrRefuse(context, revised, type);
      const record = await findEntry(database, type.contentType.id, context.req.param('slug'));
      if (!record)
        throw new ProblemException(
          'not_found',
          `There is no published ${type.contentType.singular.toLowerCase()} with this slug or id.`,
        );
      const [presented] = await new EntryPresenter(database, revised.model, PROGRAMS).present(
        type,
        [record],
        selection.plan,
      );
      return taggedJson(context, { data: selected(presented?.value ?? {}, selection.keys) });
    });
}
