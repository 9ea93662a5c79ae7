import { PROGRAMS } from '@tovlet/core/access/audience';
import { emitOpenApi } from '@tovlet/core/delivery/openapi';
import { parseQuery, type ParsedQuery } from '@tovlet/core/delivery/query';
import {
  modelWithin,
  readersOf,
  readsDrafts,
  scopeKey,
  type ReadScope,
} from '@tovlet/core/delivery/read-scope';
import { emitTypeScript } from '@tovlet/core/delivery/typescript';
import { selected } from '@tovlet/core/delivery/selection';
import type { JsonObject } from '@tovlet/core/json';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import { nearestOf } from '@tovlet/core/values/nearest';
import { Hono, type Context } from 'hono';
import type { Reading } from '../../access/delivery';
import { ProblemException } from '../../http/problem';
import type { ContentParts, ContentState } from '../../revisions/content';
import type { MadeAnswer } from '../../revisions/kept-answers';
import type { RevisedModel } from '../../revisions/store';
import type { Services } from '../../services';
import { countedFacets } from '../../values/counted-facets';
import { excerptsOf } from '../excerpts';
import { facetForPrograms } from '../facets';
import { countEntries, findRow, findRows, isFilling, seenEntries, type FoundRow } from '../find';
import type { Listing } from '../lists/listing';
import { partsAround, partsOf } from '../parts';
import type { PresentedTexts } from '../presented-texts';
import { EntryPresenter } from '../presenter';
import { resourceRoutes } from './resource-routes';

function typeOrRefuse(model: CompiledModel, plural: string): CompiledType {
  const type = model.typeByPluralKey.get(plural);
  if (type) return type;
  const nearest = nearestOf(plural, model.typeByPluralKey.keys());
  throw new ProblemException(
    'not_found',
    `There is no content type “${plural.slice(0, 60)}”.${nearest ? ` Did you mean “${nearest}”?` : ''}`,
  );
}

function queryOrRefuse(url: string, model: CompiledModel, type: CompiledType): Omit<ParsedQuery, 'problems'> {
  const { problems, ...read } = parseQuery(model, type, new URL(url).searchParams);
  if (problems.length === 0) return read;
  throw new ProblemException(
    'invalid_query',
    problems[0]?.message ?? '',
    problems.map(({ parameter, message }) => ({ path: parameter, message })),
  );
}

/** A request for entries of a type, understood. */
interface Asked extends Omit<ParsedQuery, 'problems'> {
  readonly state: ContentState;
  readonly model: CompiledModel;
  readonly type: CompiledType;
  /** What is delivered, in the words of the request. */
  readonly selectionKey: string;
  readonly parts: ContentParts;
}

/** The documents of published entries, as they are selected. */
function textsOf(
  { database, texts }: Services,
  { state, model, type, selection, selectionKey }: Asked,
  rows: readonly FoundRow[],
): Promise<PresentedTexts> {
  // Whatever list they stand in: conditions and order are no part of it.
  const parts = partsAround({ type, plan: selection.plan }, model);
  const present = async (missing: readonly string[]): Promise<PresentedTexts> => {
    const records = await seenEntries(database, missing, readersOf(model));
    const presenter = new EntryPresenter(database, model, PROGRAMS);
    const presented = await presenter.present(type, records, selection.plan);
    return {
      byId: new Map(
        presented.map(({ record, value }) => [record.id, JSON.stringify(selected(value, selection.keys))]),
      ),
      parts: presenter.leadsAnywhere ? 'everything' : parts,
    };
  };
  // What drafts refer to is counted by no revision.
  if (model.drafts) return present(rows.map(({ id }) => id));
  return texts.of(rows, { state, parts, key: selectionKey, present });
}

const together = (parts: ContentParts, more: ContentParts): ContentParts =>
  parts === 'everything' || more === 'everything' ? 'everything' : new Set([...parts, ...more]);

/** What is told beside the entries of a list, where it was asked for: counts, and where the words stand that were searched for. */
async function beside(
  { database }: Services,
  { facets }: Asked,
  list: Listing,
  ids: readonly string[],
): Promise<JsonObject> {
  const [counted, excerpts] = await Promise.all([
    countedFacets(database, list.counted, facets),
    list.search ? excerptsOf(database, list.search, ids, PROGRAMS) : null,
  ]);
  return {
    ...(facets.length > 0 ? { facets: Object.fromEntries(counted.map(facetForPrograms)) } : {}),
    ...(excerpts ? { excerpts: ids.map((id) => excerpts.get(id) ?? null) } : {}),
  };
}

async function list(services: Services, asked: Asked): Promise<MadeAnswer> {
  const { database } = services;
  const { type, query } = asked;
  const { list: entries, page: found } = await findRows(database, type, query, readersOf(asked.model));
  const ids = found.records.map(({ id }) => id);
  const [{ byId, parts }, total, partial, more] = await Promise.all([
    textsOf(services, asked, found.records),
    countEntries(database, entries),
    isFilling(database, type),
    beside(services, asked, entries, ids),
  ]);
  const data = ids.map((id) => byId.get(id)).filter((text) => text !== undefined);
  const page = {
    next: found.hasNext ? found.cursor(ids.length - 1) : null,
    previous: found.hasPrevious ? found.cursor(0) : null,
    total,
    partial,
  };
  const rest = JSON.stringify({ page, ...more }).slice(1);
  return {
    text: `{"data":[${data.join(',')}],${rest}`,
    mime: JSON_TYPE,
    parts: together(parts, asked.parts),
    lasting: true,
  };
}

async function single(services: Services, asked: Asked, slug: string): Promise<MadeAnswer> {
  const { contentType } = asked.type;
  const row = await findRow(services.database, contentType.id, slug, readersOf(asked.model));
  const { byId, parts } = row
    ? await textsOf(services, asked, [row])
    : { byId: new Map<string, string>(), parts: asked.parts };
  const [data] = byId.values();
  if (data === undefined)
    throw new ProblemException(
      'not_found',
      `There is no published ${contentType.singular.toLowerCase()} with this slug or id.`,
    );
  return { text: `{"data":${data}}`, mime: JSON_TYPE, parts: together(parts, asked.parts), lasting: true };
}

const JSON_TYPE = 'application/json';

/** A model as far as it may be read. */
const within = ({ model, revision }: RevisedModel, scope: ReadScope): RevisedModel => ({
  revision,
  model: modelWithin(model, scope),
});

/** What follows from the model alone. */
const NOTHING_ELSE: ContentParts = new Set();

/** The content API over REST: published entries only. */
export function restRoutes(services: Services): Hono<Reading> {
  const { answers, models } = services;

  const fromModel = (
    context: Context<Reading>,
    make: (model: RevisedModel) => Pick<MadeAnswer, 'text' | 'mime'>,
  ) =>
    answers.answer(context, {
      key: `${scopeKey(context.get('scope'))} ${context.req.path}`,
      fleeting: false,
      parts: () => Promise.resolve(NOTHING_ELSE),
      make: async ({ modelRevision }) => ({
        ...make(within(await models.since(modelRevision), context.get('scope'))),
        parts: NOTHING_ELSE,
        lasting: true,
      }),
    });

  const fromEntries = (
    context: Context<Reading>,
    plural: string,
    make: (asked: Asked) => Promise<MadeAnswer>,
  ) => {
    const { url } = context.req;
    const { pathname, search, searchParams } = new URL(url);
    const scope = context.get('scope');
    const selectionKey = JSON.stringify([
      scopeKey(scope),
      searchParams.getAll('fields'),
      searchParams.getAll('include'),
    ]);
    const ask = async (state: ContentState): Promise<Asked> => {
      const { model } = within(await models.since(state.modelRevision), scope);
      const type = typeOrRefuse(model, plural);
      const { query, facets, selection } = queryOrRefuse(url, model, type);
      const parts = partsOf({ type, ...query, plan: selection.plan }, model);
      return { state, model, type, query, facets, selection, selectionKey, parts };
    };
    return answers.answer(context, {
      key: `${scopeKey(scope)} ${pathname}${search}`,
      fleeting: readsDrafts(scope),
      parts: async (state) => (await ask(state)).parts,
      make: async (state) => make(await ask(state)),
    });
  };

  return new Hono<Reading>()
    .get('/openapi.json', (context) =>
      fromModel(context, ({ model, revision }) => ({
        text: JSON.stringify(emitOpenApi(model, revision)),
        mime: JSON_TYPE,
      })),
    )
    .get('/types.ts', (context) =>
      fromModel(context, ({ model, revision }) => ({
        text: emitTypeScript(model, revision),
        mime: 'text/plain',
      })),
    )
    .route('/', resourceRoutes(services))
    .get('/:plural', (context) =>
      fromEntries(context, context.req.param('plural'), (asked) => list(services, asked)),
    )
    .get('/:plural/:slug', (context) =>
      fromEntries(context, context.req.param('plural'), (asked) =>
        single(services, asked, context.req.param('slug')),
      ),
    );
}
