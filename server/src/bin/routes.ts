import { binListSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { emptyBin, forget, listBin, removalOf, restore } from './service';

/** What was deleted: brought back by whoever may delete it, let go for good by developers. */
export function binRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  const developers = requireRole('developer');
  return new Resource<'/api/studio/bin', Signed>()
    .on('GET', '/', { only, query: binListSchema }, ({ context, query }) =>
      listBin(services, context.get('person'), query),
    )
    .on('GET', '/removal/:kind/:id', { only }, ({ context, parameters: { kind, id } }) =>
      removalOf(services, context.get('person'), kind, id),
    )
    .on('POST', '/:kind/:id/restore', { only }, ({ context, parameters: { kind, id } }) =>
      restore(services, context.get('person'), kind, id),
    )
    .on('DELETE', '/:kind/:id', { only: developers }, async ({ context, parameters: { kind, id } }) => {
      await forget(services, context.get('person'), kind, id);
      return undefined;
    })
    .on('DELETE', '/', { only: developers }, async () => {
      await emptyBin(services);
      return undefined;
    }).routes;
}
