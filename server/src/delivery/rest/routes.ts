import { PROGRAMS } from '@tovlet/core/access/audience';
import { emitOpenApi } from '@tovlet/core/delivery/openapi';
import { parseQuery, type EntryQuery } from '@tovlet/core/delivery/query';
import { emitTypeScript } from '@tovlet/core/delivery/typescript';
import { selected, type Selection } from '@tovlet/core/delivery/selection';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { nearestOf } from '@tovlet/core/values/nearest';
import { Hono, type Context } from 'hono';
import { ProblemException } from '../../http/problem';
import type { ContentParts, ContentState } from '../../revisions/content';
import type { MadeAnswer } from '../../revisions/kept-answers';
import type { RevisedModel } from '../../revisions/store';
import type { Services } from '../../services';
import type { DeliveredEntry } from '../delivered';
import { countEntries, findEntries, findEntry, isFilling } from '../find';
import { partsOf } from '../parts';
import { EntryPresenter } from '../presenter';

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
  url: string,
  model: CompiledModel,
  type: CompiledType,
): { readonly query: EntryQuery; readonly selection: Selection } {
  const { problems, ...read } = parseQuery(model, type, new URL(url).searchParams);
  if (problems.length === 0) return read;
  throw new ProblemException(
    'invalid_query',
    problems[0]?.message ?? '',
    problems.map(({ parameter, message }) => ({ path: parameter, message })),
  );
}

/** A request for entries of a type, understood. */
interface Asked {
  readonly model: CompiledModel;
  readonly type: CompiledType;
  readonly query: EntryQuery;
  readonly selection: Selection;
  readonly parts: ContentParts;
}

/** Presents entries as they are selected. */
async function presentedAs(
  { database }: Services,
  { model, type, selection, parts }: Asked,
  records: readonly DeliveredEntry[],
): Promise<{ readonly data: readonly JsonObject[]; readonly parts: ContentParts }> {
  const presenter = new EntryPresenter(database, model, PROGRAMS);
  const presented = await presenter.present(type, records, selection.plan);
  return {
    data: presented.map(({ value }) => selected(value, selection.keys)),
    parts: presenter.leadsAnywhere ? 'everything' : parts,
  };
}

async function list(services: Services, asked: Asked): Promise<MadeAnswer> {
  const { database } = services;
  const { type, query } = asked;
  const [page, total, partial] = await Promise.all([
    findEntries(database, type, query),
    countEntries(database, type, query.condition),
    isFilling(database, type),
  ]);
  const { data, parts } = await presentedAs(services, asked, page.records);
  const next = page.hasNext ? (page.cursors.at(-1) ?? null) : null;
  return { ...json({ data, page: { next, total, partial } }), parts };
}

async function single(services: Services, asked: Asked, slug: string): Promise<MadeAnswer> {
  const { contentType } = asked.type;
  const record = await findEntry(services.database, contentType.id, slug);
  if (!record)
    throw new ProblemException(
      'not_found',
      `There is no published ${contentType.singular.toLowerCase()} with this slug or id.`,
    );
  const { data, parts } = await presentedAs(services, asked, [record]);
  return { ...json({ data: data[0] ?? {} }), parts };
}

const json = (body: JsonObject) => ({
  text: JSON.stringify(body),
  mime: 'application/json',
  lasting: true,
});

/** What follows from the model alone. */
const NOTHING_ELSE: ContentParts = new Set();

/** The content API over REST: published entries only. */
export function restRoutes(services: Services): Hono {
  const { answers, models } = services;

  const fromModel = (context: Context, make: (model: RevisedModel) => Pick<MadeAnswer, 'text' | 'mime'>) =>
    answers.answer(context, {
      key: context.req.path,
      parts: () => Promise.resolve(NOTHING_ELSE),
      make: async ({ modelRevision }) => ({
        ...make(await models.since(modelRevision)),
        parts: NOTHING_ELSE,
        lasting: true,
      }),
    });

  const fromEntries = (context: Context, plural: string, make: (asked: Asked) => Promise<MadeAnswer>) => {
    const { url } = context.req;
    const ask = async ({ modelRevision }: ContentState): Promise<Asked> => {
      const revised = await models.since(modelRevision);
      const { model } = revised;
      const type = typeOrRefuse(revised, plural);
      const { query, selection } = queryOrRefuse(url, model, type);
      const parts = partsOf({ type, ...query, plan: selection.plan }, model);
      return { model, type, query, selection, parts };
    };
    const { pathname, search } = new URL(url);
    return answers.answer(context, {
      key: `${pathname}${search}`,
      parts: async (state) => (await ask(state)).parts,
      make: async (state) => make(await ask(state)),
    });
  };

  return new Hono()
    .get('/openapi.json', (context) =>
      fromModel(context, ({ model, revision }) => json(emitOpenApi(model, revision))),
    )
    .get('/types.ts', (context) =>
      fromModel(context, ({ model, revision }) => ({
        text: emitTypeScript(model, revision),
        mime: 'text/plain',
      })),
    )
    .get('/:plural', (context) =>
      fromEntries(context, context.req.param('plural'), (asked) => list(services, asked)),
    )
    .get('/:plural/:slug', (context) =>
      fromEntries(context, context.req.param('plural'), (asked) =>
        single(services, asked, context.req.param('slug')),
      ),
    );
}
