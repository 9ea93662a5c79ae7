import {
  termCreateSchema,
  termMergeSchema,
  termMoveSchema,
  termSaveSchema,
} from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import * as z from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { parse, readBody } from '../http/body';
import type { Services } from '../services';
import { bringBackTerm, createTerm, mergeTerm, moveTerm, removeTerm, saveTerm, termsFor } from './service';

const listSchema = z.object({ taxonomy: z.string().max(60).optional() });

/** Terms for the workbench. */
export function termRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .get('/', async (context) => {
      const { taxonomy } = parse(listSchema, context.req.query(), 'invalid_query');
      return context.json(await termsFor(services, taxonomy ?? null, context.get('person').role));
    })
    .post('/', requireRole('editor'), async (context) =>
      context.json(
        await createTerm(services, await readBody(context, termCreateSchema), context.get('person').role),
        201,
      ),
    )
    .put('/:id', requireRole('editor'), async (context) => {
      const given = await readBody(context, termSaveSchema);
      return context.json(await saveTerm(services, context.get('person'), context.req.param('id'), given));
    })
    .post('/:id/move', requireRole('editor'), async (context) => {
      const given = await readBody(context, termMoveSchema);
      return context.json(await moveTerm(services, context.get('person'), context.req.param('id'), given));
    })
    .post('/:id/merge', requireRole('editor'), async (context) => {
      const { into } = await readBody(context, termMergeSchema);
      return context.json(await mergeTerm(services, context.get('person'), context.req.param('id'), into));
    })
    .post('/:id/bring-back', requireRole('editor'), async (context) =>
      context.json(await bringBackTerm(services, context.get('person'), context.req.param('id'))),
    )
    .delete('/:id', requireRole('editor'), async (context) =>
      context.json(await removeTerm(services, context.get('person'), context.req.param('id'))),
    );
}
