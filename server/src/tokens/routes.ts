import { tokenCreateSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { makeToken, revokeToken, tokensOf } from './service';

/** The tokens by which programs read: for developers. */
export function tokenRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  return new Resource<'/api/studio/tokens', Signed>()
    .on('GET', '/', { only }, () => tokensOf(services.database))
    .on('POST', '/', { only, status: 201, body: tokenCreateSchema }, ({ context, body }) =>
      makeToken(services, context.get('person'), body),
    )
    .on('DELETE', '/:id', { only }, async ({ parameters }) => {
      await revokeToken(services.database, parameters.id);
      return undefined;
    }).routes;
}
