import {
  importCreateSchema,
  importPhases,
  importRowsSchema,
  importSaveSchema,
  importStartSchema,
} from '@tovlet/core/contracts/studio/imports';
import type { Hono } from 'hono';
import { z } from 'zod';
import { requireRole, type Signed } from '../access/guard';
import { parse } from '../http/body';
import { Resource } from '../http/resource';
import { streamed } from '../http/streamed';
import type { Services } from '../services';
import { importAnswer, importOrRefuse, lastImports } from './answers';
import { refusedFile } from './refused-file';
import { createImport, removeImport, rowsOfImport, saveImport, tryImport } from './service';
import { startImport, stopImport } from './starting';

const refusedSchema = z.strictObject({ phase: z.enum(importPhases) });

/** Files whose rows become entries: for developers. */
export function importRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  const { database, models } = services;
  const { routes } = new Resource<'/api/studio/imports', Signed>()
    .on('GET', '/', { only }, () => lastImports(database))
    .on('POST', '/', { only, status: 201, body: importCreateSchema }, ({ context, body }) =>
      createImport(services, context.get('person'), body),
    )
    .on('GET', '/:id', { only }, async ({ parameters }) =>
      importAnswer(database, await importOrRefuse(database, parameters.id)),
    )
    .on('PUT', '/:id', { only, body: importSaveSchema }, ({ context, parameters, body }) =>
      saveImport(services, context.get('person'), parameters.id, body),
    )
    .on('DELETE', '/:id', { only }, async ({ parameters }) => {
      await removeImport(services, parameters.id);
      return undefined;
    })
    .on('POST', '/:id/try', { only, body: importSaveSchema }, ({ context, parameters, body }) =>
      tryImport(services, context.get('person'), parameters.id, body),
    )
    .on('POST', '/:id/start', { only, body: importStartSchema }, ({ context, parameters, body }) =>
      startImport(services, context.get('person'), parameters.id, body),
    )
    .on('POST', '/:id/stop', { only }, ({ parameters }) => stopImport(services, parameters.id))
    .on('GET', '/:id/rows', { only, query: importRowsSchema }, ({ parameters, query }) =>
      rowsOfImport(services, parameters.id, query),
    );
  return routes.get('/:id/refused', only, async (context) => {
    const { phase } = parse(refusedSchema, context.req.query(), 'invalid_query');
    const record = await importOrRefuse(database, context.req.param('id'));
    const type = (await models.current()).model.typeById.get(record.typeId);
    return context.body(streamed(refusedFile(database, record, type, phase)), 200, {
      'content-type': 'text/csv; charset=utf-8; header=present',
      'content-disposition': 'attachment; filename="refused.csv"',
      'cache-control': 'no-store',
    });
  });
}
