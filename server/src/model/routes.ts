import {
  historyQuerySchema,
  modelChangesSchema,
  profileQuerySchema,
  restoreSchema,
  tryConditionSchema,
  tryRuleSchema,
} from '@tovlet/core/contracts/studio';
import { modelJsonSchema } from '@tovlet/core/model/json-schema';
import { Hono } from 'hono';
import * as z from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { parse, readBody } from '../http/body';
import { idempotencyKeyOf } from '../access/idempotency';
import type { Services } from '../services';
import { describeRevision, planRestore, restoreRevision } from './history';
import { groupFill } from './fill';
import { profileField } from './profile';
import { latestRevisions } from '../revisions/queries';
import { countReach } from './reach';
import { changeModel } from './service';
import { tryCondition, tryRule } from './try';

const revisionSchema = z.object({ revision: z.coerce.number().int().min(1) });

/** Steps of the history in one answer. */
const HISTORY_PAGE = 50;

/** The model: reading it, changing it, its history and reach. */
export function modelRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .get('/', async (context) => {
      const { revision, model } = await services.models.current();
      return context.json({ revision, document: model.document });
    })
    .get('/schema', (context) => context.json(modelJsonSchema()))
    .get('/counts', async (context) => context.json(await countReach(services)))
    .get('/fill/:group', async (context) =>
      context.json(await groupFill(services, context.req.param('group'))),
    )
    .get('/profile/:field', requireRole('developer'), async (context) => {
      const { all } = parse(profileQuerySchema, context.req.query(), 'invalid_query');
      return context.json(await profileField(services, context.req.param('field'), all === 'true'));
    })
    .get('/history', async (context) => {
      const query = parse(historyQuerySchema, context.req.query(), 'invalid_query');
      return context.json(await latestRevisions(services.database, query, HISTORY_PAGE));
    })
    .get('/history/:revision', async (context) => {
      const { revision } = parse(revisionSchema, context.req.param(), 'invalid_query');
      return context.json(await describeRevision(services, revision));
    })
    .post('/try-rule', requireRole('developer'), async (context) => {
      const { group, expression } = await readBody(context, tryRuleSchema);
      return context.json(await tryRule(services, group, expression));
    })
    .post('/try-condition', requireRole('developer'), async (context) => {
      const { group, field, condition } = await readBody(context, tryConditionSchema);
      return context.json(await tryCondition(services, group, field, condition));
    })
    .post('/restore', requireRole('developer'), async (context) => {
      const request = await readBody(context, restoreSchema);
      return context.json(await restoreRevision(services, context.get('person'), request));
    })
    .post('/restore/plan', async (context) =>
      context.json(await planRestore(services, await readBody(context, restoreSchema))),
    )
    .post('/changes', requireRole('developer'), async (context) => {
      const request = await readBody(context, modelChangesSchema);
      const key = idempotencyKeyOf(context);
      return context.json(await changeModel(services, context.get('person'), request, { key }));
    });
}
