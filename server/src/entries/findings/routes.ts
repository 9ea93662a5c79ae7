import { mendingSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import { Resource } from '../../http/resource';
import type { Services } from '../../services';
import { findings, mending } from './findings';

/** What is found wrong with the stored values of entries. */
export function findingRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  return new Resource<'/api/studio/findings', Signed>()
    .on('GET', '/', {}, ({ context }) => findings(services, context.get('person')))
    .on('GET', '/mending', { only, query: mendingSchema }, ({ context, query }) =>
      mending(services, context.get('person'), query),
    ).routes;
}
