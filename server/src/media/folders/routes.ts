import { folderSaveSchema } from '@tovlet/core/contracts/studio';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import { Resource } from '../../http/resource';
import type { Services } from '../../services';
import { listFolders } from './queries';
import { addFolder, changeFolder, removeFolder } from './service';

/** The folders of the media; each change answers all of them as they are then. */
export function folderRoutes(services: Services): Hono<Signed> {
  const only = requireRole('editor');
  return new Resource<'/api/studio/media-folders', Signed>()
    .on('GET', '/', {}, () => listFolders(services.database))
    .on('POST', '/', { only, status: 201, body: folderSaveSchema }, ({ body }) => addFolder(services, body))
    .on('PUT', '/:id', { only, body: folderSaveSchema }, ({ parameters, body }) =>
      changeFolder(services, parameters.id, body),
    )
    .on('DELETE', '/:id', { only }, ({ parameters }) => removeFolder(services, parameters.id)).routes;
}
