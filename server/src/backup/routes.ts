import { backupScheduleSchema } from '@tovlet/core/contracts/studio/backups';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../access/guard';
import { ProblemException } from '../http/problem';
import { Resource } from '../http/resource';
import { streamed } from '../http/streamed';
import type { Services } from '../services';
import { backupsAnswer, beginBackup, removeBackup, scheduleBackups } from './service';

/** Backups hold everything, also what no editor may see: they are for developers. */
export function backupRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  const { routes } = new Resource<'/api/studio/backups', Signed>()
    .on('GET', '/', { only }, () => backupsAnswer(services))
    .on('POST', '/', { only, status: 201 }, () => beginBackup(services))
    .on('PUT', '/schedule', { only, body: backupScheduleSchema }, ({ body }) =>
      scheduleBackups(services, body),
    )
    .on('DELETE', '/:name', { only }, ({ parameters }) => removeBackup(services, parameters.name));
  return routes.get('/:name/file', only, async (context) => {
    const name = context.req.param('name');
    const file = await services.backups.file(name);
    if (!file) throw new ProblemException('not_found', 'There is no such backup any more.');
    return context.body(streamed(file.pieces), 200, {
      'content-type': 'application/octet-stream',
      'content-length': String(file.bytes),
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    });
  });
}
