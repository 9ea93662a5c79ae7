import { viewCreateSchema, viewListSchema, viewSaveSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import type { Signed } from '../access/guard';
import { typeOrRefuse } from '../entries/fits';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { viewsOf } from './queries';
import { createView, getView, removeView, saveView } from './service';

/** Saved views of lists: everybody has their own, and sees those that are shared. */
export function viewRoutes(services: Services): Hono<Signed> {
  return new Resource<'/api/studio/views', Signed>()
    .on('GET', '/', { query: viewListSchema }, async ({ context, query }) => {
      const { model } = await services.models.current();
      return viewsOf(
        services.database,
        context.get('person'),
        typeOrRefuse(model, query.type).contentType.id,
      );
    })
    .on('GET', '/:id', {}, ({ context, parameters }) =>
      getView(services, context.get('person'), parameters.id),
    )
    .on('POST', '/', { status: 201, body: viewCreateSchema }, ({ context, body }) =>
      createView(services, context.get('person'), body),
    )
    .on('PUT', '/:id', { body: viewSaveSchema }, ({ context, parameters, body }) =>
      saveView(services, context.get('person'), parameters.id, body),
    )
    .on('DELETE', '/:id', {}, async ({ context, parameters }) => {
      await removeView(services, context.get('person'), parameters.id);
      return undefined;
    }).routes;
}
