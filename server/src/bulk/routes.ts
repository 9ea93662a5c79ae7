import { bulkListSchema, bulkRequestSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { idempotencyKeyOf } from '../access/idempotency';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { bulkOf, bulksOf, startBulk, stopBulk, takeBackBulk } from './service';

/** Changes of many entries at once. */
export function bulkRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  return new Resource<'/api/studio/bulk', Signed>()
    .on('GET', '/', { only, query: bulkListSchema }, ({ context, query }) =>
      bulksOf(services, context.get('person'), query.type),
    )
    .on('GET', '/:id', { only }, ({ context, parameters }) =>
      bulkOf(services, context.get('person'), parameters.id),
    )
    .on('POST', '/', { only, status: 201, body: bulkRequestSchema }, ({ context, body }) =>
      startBulk(services, context.get('person'), body, idempotencyKeyOf(context)),
    )
    .on('POST', '/:id/stop', { only }, ({ context, parameters }) =>
      stopBulk(services, context.get('person'), parameters.id),
    )
    .on('POST', '/:id/take-back', { only, status: 201 }, ({ context, parameters }) =>
      takeBackBulk(services, context.get('person'), parameters.id),
    ).routes;
}
