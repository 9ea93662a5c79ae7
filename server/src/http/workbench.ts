import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { Hono } from 'hono';

/** Serves the built workbench; every address that is no file is one of its screens. */
export function workbenchRoutes(folder: string): Hono {
  const root = relative(process.cwd(), folder) || '.';
  const hashed = /-[A-Z0-9]{8}\.(?:js|css|woff2)$/;
  const app = new Hono();
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
    const index = join(folder, 'index.html');
    if (!existsSync(index))
      return context.text('The workbench is not built. Start Tovlet with ./tovlet.', 503);
    return context.html(await readFile(index, 'utf8'), 200, { 'cache-control': 'no-cache' });
  });
  return app;
}
