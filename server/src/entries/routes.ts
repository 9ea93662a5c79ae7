import { personWith } from '@tovlet/core/access/audience';
import {
  entryCreateSchema,
  entryListSchema,
  entrySaveSchema,
  verifySchema,
} from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import * as z from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { parse, readBody } from '../http/body';
import { idempotencyKeyOf } from '../access/idempotency';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { listEntries, searchTitles } from './queries';
import { titlesOf } from './mirrors';
import { createEntry, getEntry, removeEntry, saveEntry, verifySecret } from './service';

const versionSchema = z.object({ version: z.coerce.number().int().min(1) });
const searchSchema = z.object({
  q: z.string().trim().max(100),
  types: z.string().max(2000).default(''),
});
const titlesSchema = z.object({ ids: z.string().max(40_000) });

/** Entries for the workbench, drafts included. */
export function entryRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .get('/', async (context) => {
      const request = parse(entryListSchema, context.req.query(), 'invalid_query');
      const { model } = await services.models.current();
      const type = model.typeById.get(request.type) ?? model.typeByKey.get(request.type);
      if (!type) throw new ProblemException('not_found', 'This content type does not exist.');
      const audience = personWith(context.get('person').role);
      return context.json(
        await listEntries(services.database, type, audience, { ...request, status: request.status }),
      );
    })
    .get('/search', async (context) => {
      const { q, types } = parse(searchSchema, context.req.query(), 'invalid_query');
      const among = types.split(',').filter(Boolean);
      return context.json(await searchTitles(services.database, q, among, 12));
    })
    .get('/titles', async (context) => {
      const { ids } = parse(titlesSchema, context.req.query(), 'invalid_query');
      return context.json(await titlesOf(services.database, ids.split(',').slice(0, 500)));
    })
    .post('/:id/verify', requireRole('editor'), async (context) => {
      const { path, text } = await readBody(context, verifySchema);
      return context.json({
        matches: await verifySecret(services, context.get('person'), context.req.param('id'), path, text),
      });
    })
    .get('/:id', async (context) =>
      context.json(await getEntry(services, context.get('person'), context.req.param('id'))),
    )
    .post('/', requireRole('editor'), async (context) => {
      const given = await readBody(context, entryCreateSchema);
      return context.json(
        await createEntry(services, context.get('person'), given, idempotencyKeyOf(context)),
        201,
      );
    })
    .put('/:id', requireRole('editor'), async (context) => {
      const given = await readBody(context, entrySaveSchema);
      const key = idempotencyKeyOf(context);
      const id = context.req.param('id');
      return context.json(await saveEntry(services, context.get('person'), id, given, key));
    })
    .delete('/:id', requireRole('editor'), async (context) => {
      const { version } = parse(versionSchema, context.req.query(), 'invalid_query');
      await removeEntry(services, context.get('person'), context.req.param('id'), version);
      return context.body(null, 204);
    });
}
