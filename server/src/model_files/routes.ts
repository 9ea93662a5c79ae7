import { filesPlanSchema, filesTakeSchema } from '@tovlet/core/contracts/studio/model-files';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { planFor } from './look';
import { filesOfNow } from './state';
import { takeFiles } from './take';

/** The model as files: for developers. */
export function modelFileRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  const { database } = services;
  return new Resource<'/api/studio/model-files', Signed>()
    .on('GET', '/', { only }, async () => ({ files: Object.fromEntries(await filesOfNow(database)) }))
    .on('POST', '/plan', { only, body: filesPlanSchema }, ({ context, body }) =>
      planFor(services, body, context.req.raw.signal),
    )
    .on('POST', '/', { only, body: filesTakeSchema }, ({ context, body: { revision, ...given } }) =>
      takeFiles(services, context.get('person'), given, revision),
    ).routes;
}
