import { looseNameSchema } from '@tovlet/core/contracts/studio';
import { fieldSchema } from '@tovlet/core/model/document';
import type { Hono } from 'hono';
import { z } from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { adoptLoose, discardLoose, looseList, restoreLoose } from './loose';

const adoptSchema = looseNameSchema.extend({ group: z.string().max(120), field: fieldSchema });

/** Values that no field declares, for developers: nothing tells any more who else might see them. */
export function looseRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  return new Resource<'/api/studio/loose', Signed>()
    .on('GET', '/', { only }, () => looseList(services))
    .on('POST', '/discard', { only, body: looseNameSchema }, ({ context, body }) =>
      discardLoose(services, context.get('person'), body),
    )
    .on('POST', '/adopt', { only, body: adoptSchema }, ({ context, body }) =>
      adoptLoose(services, context.get('person'), body),
    )
    .on('POST', '/removals/:id/restore', { only }, ({ parameters }) => restoreLoose(services, parameters.id))
    .routes;
}
