import { moveCreateSchema, moveSaveSchema, moveStartSchema } from '@tovlet/core/contracts/studio/moves';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { Resource } from '../http/resource';
import type { Services } from '../services';
import { streamed } from '../http/streamed';
import { listMoves, moveAnswer } from './answers';
import { moveOrRefuse } from './queries';
import { writePackage } from './export/write-package';
import { createMove, removeMove, saveMove, startMove, stopMove } from './service';

/** Packages of tables from other systems, and all that stands here as one: for developers. */
export function moveRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  const { database } = services;
  const { routes } = new Resource<'/api/studio/moves', Signed>()
    .on('GET', '/', { only }, () => listMoves(services))
    .on('POST', '/', { only, status: 201, body: moveCreateSchema }, ({ context, body }) =>
      createMove(services, context.get('person'), body),
    )
    .on('GET', '/:id', { only }, async ({ parameters }) =>
      moveAnswer(services, await moveOrRefuse(database, parameters.id)),
    )
    .on('PUT', '/:id', { only, body: moveSaveSchema }, ({ parameters, body }) =>
      saveMove(services, parameters.id, body),
    )
    .on('DELETE', '/:id', { only }, async ({ parameters }) => {
      await removeMove(services, parameters.id);
      return undefined;
    })
    .on('POST', '/:id/start', { only, body: moveStartSchema }, ({ context, parameters, body }) =>
      startMove(services, context.get('person'), parameters.id, body),
    )
    .on('POST', '/:id/stop', { only }, ({ parameters }) => stopMove(services, parameters.id));
  return routes.get('/export/package', only, async (context) => {
    const { name, pieces } = await writePackage(services);
    return context.body(streamed(pieces), 200, {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${name}.zip"`,
      'cache-control': 'no-store',
    });
  });
}
