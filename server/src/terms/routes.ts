import {
  termCreateSchema,
  termMergeSchema,
  termMoveSchema,
  termSaveSchema,
  termsQuerySchema,
} from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { bringBackTerm, mergeTerm, removeTerm } from './removal';
import { createTerm, moveTerm, saveTerm, termsFor } from './service';

/** Terms for the workbench. */
export function termRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  return new Resource<'/api/studio/terms', Signed>()
    .on('GET', '/', { query: termsQuerySchema }, ({ context, query }) =>
      termsFor(services, query.taxonomy ?? null, context.get('person').role),
    )
    .on('POST', '/', { only, status: 201, body: termCreateSchema }, ({ context, body }) =>
      createTerm(services, body, context.get('person').role),
    )
    .on('PUT', '/:id', { only, body: termSaveSchema }, ({ context, parameters, body }) =>
      saveTerm(services, context.get('person'), parameters.id, body),
    )
    .on('POST', '/:id/move', { only, body: termMoveSchema }, ({ context, parameters, body }) =>
      moveTerm(services, context.get('person'), parameters.id, body),
    )
    .on('POST', '/:id/merge', { only, body: termMergeSchema }, ({ context, parameters, body }) =>
      mergeTerm(services, context.get('person'), parameters.id, body.into),
    )
    .on('POST', '/:id/bring-back', { only }, ({ context, parameters }) =>
      bringBackTerm(services, context.get('person'), parameters.id),
    )
    .on('DELETE', '/:id', { only }, ({ context, parameters }) =>
      removeTerm(services, context.get('person'), parameters.id),
    ).routes;
}
