import { previewSchema, templateSaveSchema } from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import { readBody } from '../../http/body';
import { idempotencyKeyOf } from '../../access/idempotency';
import type { Services } from '../../services';
import { allTemplates } from '../stored-templates';
import { getTemplate, previewTemplate, resetTemplate, saveTemplate } from './service';

/** Page templates. */
export function templateRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .get('/', async (context) => context.json(await allTemplates(services.database)))
    .get('/:id', async (context) => context.json(await getTemplate(services, context.req.param('id'))))
    .put('/:id', requireRole('developer'), async (context) => {
      const given = await readBody(context, templateSaveSchema);
      const key = idempotencyKeyOf(context);
      const id = context.req.param('id');
      return context.json(await saveTemplate(services, context.get('person'), id, given, key));
    })
    .delete('/:id', requireRole('developer'), async (context) =>
      context.json(await resetTemplate(services, context.get('person'), context.req.param('id'))),
    )
    .post('/preview', async (context) => {
      const request = await readBody(context, previewSchema);
      return context.json(await previewTemplate(services, context.get('person'), request));
    });
}
