import { personWith, type Audience } from '@tovlet/core/access/audience';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import {
  commentChangeSchema,
  commentResolveSchema,
  commentWriteSchema,
  copyDropSchema,
  copySaveSchema,
  entryCreateSchema,
  entryFacetsSchema,
  entryListSchema,
  entryRevisionsSchema,
  entrySaveSchema,
  entrySearchSchema,
  entryTitlesSchema,
  entryVersionSchema,
  scheduleSaveSchema,
  verifySchema,
} from '@tovlet/core/contracts/studio';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { idempotencyKeyOf } from '../access/idempotency';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { changeComment, closeThread, commentsFor, removeComment, writeComment } from './comments/comments';
import { discardCopy, keepCopy, openEntry } from './copies/copies';
import { entryAt, entryRevisions } from './history/history';
import { entryFacets, listEntries } from './list';
import { overview } from './overview';
import { searchTitles, titlesOf, type TitledEntry } from './queries';
import { withThumbnails } from './thumbnails';
import { readiness } from './readiness';
import { cancelPlanned, plan, scheduleOf } from './schedule/schedule';
import { createEntry, removeEntry, saveEntry } from './service';
import { verifySecret } from './verify-secret';

/** Entries found by words in one answer, and titles of entries in one. */
const FOUND = 12;
const TITLES = 500;

/** Finds a content type by its id or its key. */
async function typeOrRefuse(
  { models }: Services,
  idOrKey: string,
): Promise<{ readonly model: CompiledModel; readonly type: CompiledType }> {
  const { model } = await models.current();
  const type = model.typeById.get(idOrKey) ?? model.typeByKey.get(idOrKey);
  if (!type) throw new ProblemException('not_found', 'This content type does not exist.');
  return { model, type };
}

/** Entries for the workbench, drafts included. */
export function entryRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  const pictured = async (
    audience: Audience,
    found: Promise<readonly TitledEntry[]>,
  ): Promise<readonly FoundEntry[]> => {
    const { model } = await services.models.current();
    return withThumbnails(services.database, model, audience, await found);
  };
  return new Resource<'/api/studio/entries', Signed>()
    .on('GET', '/', { query: entryListSchema }, async ({ context, query }) => {
      const { model, type } = await typeOrRefuse(services, query.type);
      return listEntries(services.database, model, type, personWith(context.get('person').role), query);
    })
    .on('GET', '/facets', { query: entryFacetsSchema }, async ({ context, query }) => {
      const { model, type } = await typeOrRefuse(services, query.type);
      return entryFacets(services.database, model, type, personWith(context.get('person').role), query);
    })
    .on('GET', '/overview', {}, ({ context }) => overview(services, context.get('person')))
    .on('GET', '/search', { query: entrySearchSchema }, ({ context, query: { q, types } }) => {
      const audience = personWith(context.get('person').role);
      const among = types.split(',').filter(Boolean);
      return pictured(audience, searchTitles(services.database, q, among, audience, FOUND));
    })
    .on('GET', '/titles', { query: entryTitlesSchema }, ({ context, query }) => {
      const audience = personWith(context.get('person').role);
      return pictured(audience, titlesOf(services.database, query.ids.split(',').slice(0, TITLES)));
    })
    .on('POST', '/:id/verify', { only, body: verifySchema }, async ({ context, parameters, body }) => ({
      matches: await verifySecret(services, context.get('person'), parameters.id, body.path, body.text),
    }))
    .on('GET', '/:id', {}, ({ context, parameters }) =>
      openEntry(services, context.get('person'), parameters.id),
    )
    .on('GET', '/:id/readiness', {}, ({ context, parameters }) =>
      readiness(services, context.get('person'), parameters.id),
    )
    .on('PUT', '/:id/copy', { only, body: copySaveSchema }, ({ context, parameters, body }) =>
      keepCopy(services, context.get('person'), parameters.id, body),
    )
    .on('DELETE', '/:id/copy', { only, query: copyDropSchema }, async ({ context, parameters, query }) => {
      await discardCopy(services, context.get('person'), parameters.id, query.mark);
      return undefined;
    })
    .on('GET', '/:id/comments', {}, ({ context, parameters }) =>
      commentsFor(services, context.get('person'), parameters.id),
    )
    .on(
      'POST',
      '/:id/comments',
      { status: 201, body: commentWriteSchema },
      ({ context, parameters: { id }, body }) =>
        writeComment(services, context.get('person'), id, body, idempotencyKeyOf(context)),
    )
    .on(
      'PUT',
      '/:id/comments/:comment',
      { body: commentChangeSchema },
      ({ context, parameters: { id, comment }, body }) =>
        changeComment(services, context.get('person'), id, comment, body),
    )
    .on(
      'PUT',
      '/:id/comments/:comment/resolved',
      { body: commentResolveSchema },
      ({ context, parameters: { id, comment }, body }) =>
        closeThread(services, context.get('person'), id, comment, body),
    )
    .on('DELETE', '/:id/comments/:comment', {}, ({ context, parameters: { id, comment } }) =>
      removeComment(services, context.get('person'), id, comment),
    )
    .on('GET', '/:id/schedule', {}, ({ parameters }) => scheduleOf(services, parameters.id))
    .on(
      'PUT',
      '/:id/schedule/:action',
      { only, body: scheduleSaveSchema },
      ({ context, parameters: { id, action }, body }) =>
        plan(services, context.get('person'), id, action, body),
    )
    .on('DELETE', '/:id/schedule/:action', { only }, ({ parameters: { id, action } }) =>
      cancelPlanned(services, id, action),
    )
    .on('GET', '/:id/revisions', { query: entryRevisionsSchema }, ({ context, parameters, query }) =>
      entryRevisions(services, context.get('person'), parameters.id, query),
    )
    .on('GET', '/:id/revisions/:version', {}, ({ context, parameters: { id, version } }) =>
      entryAt(services, context.get('person'), id, Number(version)),
    )
    .on('POST', '/', { only, status: 201, body: entryCreateSchema }, ({ context, body }) =>
      createEntry(services, context.get('person'), body, { key: idempotencyKeyOf(context) }),
    )
    .on('PUT', '/:id', { only, body: entrySaveSchema }, ({ context, parameters, body }) =>
      saveEntry(services, context.get('person'), parameters.id, body, idempotencyKeyOf(context)),
    )
    .on('DELETE', '/:id', { only, query: entryVersionSchema }, async ({ context, parameters, query }) => {
      await removeEntry(services, context.get('person'), parameters.id, query.version);
      return undefined;
    }).routes;
}
