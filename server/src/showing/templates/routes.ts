import { previewSchema, samplesSchema, templateSaveSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import { idempotencyKeyOf } from '../../access/idempotency';
import { Resource } from '../../http/resource';
import type { Services } from '../../services';
import { allTemplates } from '../stored-templates';
import { sampleValues } from './samples';
import { resetTemplate } from './reset';
import { getTemplate, previewTemplate, saveTemplate } from './service';

/** Page templates. */
export function templateRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  return new Resource<'/api/studio/templates', Signed>()
    .on('GET', '/', {}, () => allTemplates(services.database))
    .on('GET', '/:id', {}, ({ parameters }) => getTemplate(services, parameters.id))
    .on('PUT', '/:id', { only, body: templateSaveSchema }, ({ context, parameters, body }) =>
      saveTemplate(services, context.get('person'), parameters.id, body, idempotencyKeyOf(context)),
    )
    .on('DELETE', '/:id', { only }, ({ context, parameters }) =>
      resetTemplate(services, context.get('person'), parameters.id),
    )
    .on('POST', '/samples', { body: samplesSchema }, ({ context, body }) =>
      sampleValues(services, context.get('person'), body),
    )
    .on('POST', '/preview', { body: previewSchema }, ({ context, body }) =>
      previewTemplate(services, context.get('person'), body),
    ).routes;
}
