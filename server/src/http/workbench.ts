import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { isWorkbenchAddress } from '@tovlet/core/contracts/addresses';
import { Hono } from 'hono';
import { ProblemException } from './problem';

/** Serves the built workbench; every address of one of its areas that is no file is one of its screens. */
export function workbenchRoutes(folder: string): Hono {
  const root = relative(process.cwd(), folder) || '.';
  const hashed = /-[A-Z0-9]{8}\.(?:js|css|woff2)$/;
  const app = new Hono();
  // Browsers ask for this name whatever a page says.
  app.get('/favicon.ico', (context) => context.redirect('/favicon.svg', 301));
  app.use(
    '/*',
    serveStatic({
      root,
      precompressed: true,
      rewriteRequestPath: (path) => (path === '/' ? '/no-such-file' : path),
      onFound: (path, context) => {
        context.header(
          'cache-control',
          hashed.test(path.replace(/\.(br|gz)$/, '')) ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    }),
  );
  app.get('/*', async (context) => {
    if (!isWorkbenchAddress(context.req.path))
      throw new ProblemException('not_found', 'There is nothing at this address.');
    const index = join(folder, 'index.html');
    if (!existsSync(index))
      return context.text('The workbench is not built. Start Tovlet with ./tovlet.', 503);
    return context.html(await readFile(index, 'utf8'), 200, { 'cache-control': 'no-cache' });
  });
  return app;
}
