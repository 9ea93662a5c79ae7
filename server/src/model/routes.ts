import {
  historyQuerySchema,
  modelChangesSchema,
  profileQuerySchema,
  rehearsalRequestSchema,
  restoreSchema,
  tryConditionSchema,
  tryRuleSchema,
  undoSchema,
} from '@tovlet/core/contracts/studio';
import { modelJsonSchema } from '@tovlet/core/model/json-schema';
import type { Hono } from 'hono';
import * as z from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { idempotencyKeyOf } from '../access/idempotency';
import { parse } from '../http/body';
import { Resource } from '../http/resource';
import { latestRevisions } from '../revisions/queries';
import type { Services } from '../services';
import { rehearse } from '../conversions/rehearse';
import { groupFill } from './fill';
import { describeRevision, planRestore, restoreRevision, undoRevision } from './history';
import { profileField } from './profile';
import { countReach } from './reach';
import { changeModel } from './service';
import { tryCondition, tryRule } from './try';

const revisionSchema = z.object({ revision: z.coerce.number().int().min(1) });

/** Steps of the history in one answer. */
const HISTORY_PAGE = 50;

/** The model: reading it, changing it, its history and reach. */
export function modelRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  return new Resource<'/api/studio/model', Signed>()
    .on('GET', '/', {}, async () => {
      const { revision, model } = await services.models.current();
      return { revision, document: model.document };
    })
    .on('GET', '/schema', {}, () => modelJsonSchema())
    .on('GET', '/counts', {}, () => countReach(services))
    .on('GET', '/fill/:group', {}, ({ parameters }) => groupFill(services, parameters.group))
    .on('GET', '/profile/:field', { only, query: profileQuerySchema }, ({ parameters, query }) =>
      profileField(services, parameters.field, query.all),
    )
    .on('GET', '/history', { query: historyQuerySchema }, ({ query }) =>
      latestRevisions(services.database, query, HISTORY_PAGE),
    )
    .on('GET', '/history/:revision', {}, ({ parameters }) =>
      describeRevision(services, parse(revisionSchema, parameters, 'invalid_query').revision),
    )
    .on('POST', '/try-rule', { only, body: tryRuleSchema }, ({ body }) =>
      tryRule(services, body.group, body.expression),
    )
    .on('POST', '/try-condition', { only, body: tryConditionSchema }, ({ body }) =>
      tryCondition(services, body.group, body.field, body.condition),
    )
    .on('POST', '/rehearse', { only, body: rehearsalRequestSchema }, ({ context, body }) =>
      rehearse(services, body, context.req.raw.signal),
    )
    .on('POST', '/restore', { only, body: restoreSchema }, ({ context, body }) =>
      restoreRevision(services, context.get('person'), body),
    )
    .on('POST', '/undo', { only, body: undoSchema }, ({ context, body }) =>
      undoRevision(services, context.get('person'), body.revision),
    )
    .on('POST', '/restore/plan', { body: restoreSchema }, ({ body }) => planRestore(services, body))
    .on('POST', '/changes', { only, body: modelChangesSchema }, ({ context, body }) =>
      changeModel(services, context.get('person'), body, { key: idempotencyKeyOf(context) }),
    ).routes;
}
