import { UPLOADS_PATH } from '@tovlet/core/contracts/studio';
import { sql } from 'drizzle-orm';
import { Hono } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { embeddable, readableFrom } from './access/cors';
import { refuseForeignChanges, requirePerson, type Signed } from './access/guard';
import { graphqlRoutes } from './delivery/graphql/routes';
import { restRoutes } from './delivery/rest/routes';
import { requireDelivery } from './access/delivery';
import { eventRoutes } from './events/routes';
import { answerFailure } from './http/failures';
import { securityHeaders, uploadedFileHeaders } from './http/headers';
import { refuseUnserved } from './http/methods';
import { ProblemException, RetryLater } from './http/problem';
import { workbenchRoutes } from './http/workbench';
import { binRoutes } from './bin/routes';
import { bulkRoutes } from './bulk/routes';
import { importRoutes } from './imports/routes';
import { moveRoutes } from './moves/routes';
import { exportRoutes } from './entries/export/routes';
import { findingRoutes } from './entries/findings/routes';
import { entryRoutes } from './entries/routes';
import { folderRoutes } from './media/folders/routes';
import { mediaRoutes } from './media/routes';
import { mediaFileRoutes } from './media/serve-file';
import { uploadRoutes } from './files/uploads/routes';
import { backupRoutes } from './backup/routes';
import { modelFileRoutes } from './model_files/routes';
import { modelRoutes } from './model/routes';
import { peopleRoutes } from './people/routes';
import { sessionRoutes } from './session/routes';
import { settingsRoutes } from './settings/routes';
import { frameRoutes } from './showing/frame/routes';
import { templateRoutes } from './showing/templates/routes';
import { termRoutes } from './terms/routes';
import { tokenRoutes } from './tokens/routes';
import { viewRoutes } from './views/routes';
import { withRequestId } from './log';
import type { Services } from './services';
import { robotsRoutes } from './showing/site/robots';
import { siteRoutes } from './showing/site/routes';
import { looseRoutes } from './loose/routes';
import { presenceRoutes } from './presence/routes';
import { filmHostRoutes } from './standins/film-host';
import { gazetteerRoutes } from './standins/gazetteer';
import { mailRoutes } from './standins/mail/routes';

const MEGABYTE = 1024 * 1024;

const limited = (megabytes: number) =>
  bodyLimit({
    maxSize: megabytes * MEGABYTE,
    onError: () => {
      throw new ProblemException(
        'too_large',
        `A request body has up to ${megabytes < 1 ? `${megabytes * 1024} kB` : `${megabytes} MB`} here.`,
      );
    },
  });

/** What comes in pieces is bounded by the protocol itself: a piece is read as it comes, and no file is larger than the limit. */
const takesFiles = (path: string): boolean =>
  path === '/api/studio/media' || path.startsWith(`${UPLOADS_PATH}/`) || path === UPLOADS_PATH;

function studio(services: Services): Hono<Signed> {
  return new Hono<Signed>()
    .use(requirePerson(services.database))
    .route('/events', eventRoutes(services))
    .route('/model', modelRoutes(services))
    .route('/model-files', modelFileRoutes(services))
    .route('/entries/export', exportRoutes(services))
    .route('/entries', entryRoutes(services))
    .route('/findings', findingRoutes(services))
    .route('/loose', looseRoutes(services))
    .route('/presence', presenceRoutes(services))
    .route('/backups', backupRoutes(services))
    .route('/bin', binRoutes(services))
    .route('/bulk', bulkRoutes(services))
    .route('/imports', importRoutes(services))
    .route('/moves', moveRoutes(services))
    .route('/tokens', tokenRoutes(services))
    .route('/views', viewRoutes(services))
    .route('/media', mediaRoutes(services))
    .route('/media-folders', folderRoutes(services))
    .route('/media-uploads', uploadRoutes(services))
    .route('/terms', termRoutes(services))
    .route('/people', peopleRoutes(services))
    .route('/settings', settingsRoutes(services))
    .route('/templates', templateRoutes(services))
    .route('/frame', frameRoutes(services));
}

/** Where programs read. */
const DELIVERY = ['/api/content/*', '/api/graphql'];

/** The whole server: middleware and resources. */
export function createApp(services: Services, workbenchFolder: string): Hono {
  const app = new Hono();
  app.onError(answerFailure);
  app.use(withRequestId);
  for (const path of DELIVERY) app.use(path, embeddable(services));
  app.use('/media/:id/*', uploadedFileHeaders);
  app.use(securityHeaders);
  app.use('/api/studio/*', refuseForeignChanges);
  app.use('/api/studio/media', limited(30));
  app.use('/api/studio/session/*', limited(1 / 16));
  app.use('/api/*', async (context, next) =>
    takesFiles(context.req.path) ? next() : limited(8)(context, next),
  );
  for (const path of DELIVERY) app.use(path, readableFrom(services), requireDelivery(services));
  app.get('/api/health', async (context) => {
    const { revision } = await services.models.current();
    return context.json({ status: 'ok', revision });
  });
  app.get('/api/ready', async (context) => {
    await services.database.execute(sql`SELECT 1`);
    if (services.events.stopped.aborted) throw new RetryLater('unavailable', 'Tovlet is stopping.', 5);
    return context.json({ status: 'ready' });
  });
  app.route('/api/studio/session', sessionRoutes(services));
  app.route('/api/studio', studio(services));
  app.route('/api/content/v1', restRoutes(services));
  app.route('/api/graphql', graphqlRoutes(services));
  app.all('/api/*', ({ req }) => refuseUnserved(app, req.method, req.path));
  app.route('/media', mediaFileRoutes(services));
  app.route('/standins/films', filmHostRoutes());
  app.route('/standins/gazetteer', gazetteerRoutes());
  app.route('/standins/mail', mailRoutes(services.database));
  app.get('/site', (context) => context.redirect('/site/'));
  app.route('/site', siteRoutes(services));
  app.route('/', robotsRoutes(services));
  app.route('/', workbenchRoutes(workbenchFolder));
  return app;
}
