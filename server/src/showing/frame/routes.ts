import {
  framePreviewSchema,
  frameSaveSchema,
  type FrameAnswer,
  type FrameSave,
} from '@tovlet/core/contracts/studio/frame';
import type { Hono } from 'hono';
import { requireRole, type Signed } from '../../access/guard';
import { ProblemException } from '../../http/problem';
import { Resource } from '../../http/resource';
import type { Services } from '../../services';
import { pageContext } from '../site/pages/page-context';
import { startPage } from '../site/pages/start-page';
import { storedFrame, writeFrame } from './stored-frame';

/** @throws ProblemException when somebody else saved meanwhile, with the frame of now */
async function saveFrame({ database }: Services, given: FrameSave): Promise<FrameAnswer> {
  if (await writeFrame(database, given)) return storedFrame(database);
  const message = 'Somebody else changed the frame of the site meanwhile. Look at it, then save again.';
  throw new ProblemException('conflict', message, [], { frame: { ...(await storedFrame(database)) } });
}

/** What stands around all pages of the site, and how they look. */
export function frameRoutes(services: Services): Hono<Signed> {
  const only = requireRole('developer');
  return new Resource<'/api/studio/frame', Signed>()
    .on('GET', '/', {}, () => storedFrame(services.database))
    .on('PUT', '/', { only, body: frameSaveSchema }, ({ body }) => saveFrame(services, body))
    .on('POST', '/preview', { body: framePreviewSchema }, async ({ body }) => {
      const { model } = await services.models.current();
      const { text } = await startPage(await pageContext(services, model, body.frame));
      return { html: text };
    }).routes;
}
