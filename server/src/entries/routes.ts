import { personWith } from '@tovlet/core/access/audience';
import {
  entryCreateSchema,
  entryListSchema,
  entrySaveSchema,
  entrySearchSchema,
  entryTitlesSchema,
  entryVersionSchema,
  verifySchema,
} from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { idempotencyKeyOf } from '../access/idempotency';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { listEntries, searchTitles, titlesOf } from './queries';
import { createEntry, getEntry, removeEntry, saveEntry, verifySecret } from './service';

/** Entries found by words in one answer, and titles of entries in one. */
const FOUND = 12;
const TITLES = 500;

/** Entries for the workbench, drafts included. */
export function entryRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  return new Resource<'/api/studio/entries', Signed>()
    .on('GET', '/', { query: entryListSchema }, async ({ context, query }) => {
      const { model } = await services.models.current();
      const type = model.typeById.get(query.type) ?? model.typeByKey.get(query.type);
      if (!type) throw new ProblemException('not_found', 'This content type does not exist.');
      return listEntries(services.database, type, personWith(context.get('person').role), query);
    })
    .on('GET', '/search', { query: entrySearchSchema }, ({ query: { q, types } }) =>
      searchTitles(services.database, q, types.split(',').filter(Boolean), FOUND),
    )
    .on('GET', '/titles', { query: entryTitlesSchema }, ({ query }) =>
      titlesOf(services.database, query.ids.split(',').slice(0, TITLES)),
    )
    .on('POST', '/:id/verify', { only, body: verifySchema }, async ({ context, parameters, body }) => ({
      matches: await verifySecret(services, context.get('person'), parameters.id, body.path, body.text),
    }))
    .on('GET', '/:id', {}, ({ context, parameters }) =>
      getEntry(services, context.get('person'), parameters.id),
    )
    .on('POST', '/', { only, status: 201, body: entryCreateSchema }, ({ context, body }) =>
      createEntry(services, context.get('person'), body, idempotencyKeyOf(context)),
    )
    .on('PUT', '/:id', { only, body: entrySaveSchema }, ({ context, parameters, body }) =>
      saveEntry(services, context.get('person'), parameters.id, body, idempotencyKeyOf(context)),
    )
    .on('DELETE', '/:id', { only, query: entryVersionSchema }, async ({ context, parameters, query }) => {
      await removeEntry(services, context.get('person'), parameters.id, query.version);
      return undefined;
    }).routes;
}
