import { existsSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { getRequestListener } from '@hono/node-server';
import { demoModel, starterModel } from '@tovlet/demo';
import { createApp } from './app';
import { readConfig, type Config } from './config';
import { connect } from './db/connect';
import { lockFolder } from './db/lock';
import { loadDemo } from './demo/load';
import { eachDay } from './jobs/each-day';
import { keepDatabase } from './jobs/maintenance';
import type { Services } from './services';
import { StartError } from './start-error';
import { closeServices, ensureWorkspace, openServices } from './workspace';

/** Deletes the demo's data; only a folder that is one, or is empty, and that nobody else uses. */
function clearFolder(folder: string): void {
  if (!existsSync(folder)) return;
  lockFolder(folder)();
  if (!existsSync(join(folder, 'database')) && !existsSync(join(folder, 'media'))) return;
  for (const part of ['database', 'media']) rmSync(join(folder, part), { recursive: true, force: true });
}

async function openWorkspace(config: Config): Promise<Services> {
  const folder = resolve(config.dataFolder);
  if (config.fresh) clearFolder(folder);
  const connection = await connect({
    folder,
    ...(config.databaseUrl ? { url: config.databaseUrl } : {}),
  });
  const demo = config.mode === 'demo';
  const services = await openServices(connection, {
    mediaFolder: join(folder, 'media'),
    demo,
    publicDelivery: config.publicDelivery,
  });
  if (demo) {
    await ensureWorkspace(services, 'Velmark Huts', demoModel, async (open) => {
      console.log('Making the demo workspace (pictures, entries) …');
      await loadDemo(open);
    });
  } else await ensureWorkspace(services, 'New workspace', starterModel);
  return services;
}

function listen(services: Services, port: number): Promise<{ port: number; close: () => Promise<void> }> {
  const workbench = fileURLToPath(new URL('../web/browser', import.meta.url));
  const server = createServer(getRequestListener(createApp(services, workbench).fetch));
  return new Promise((resolvePromise, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new StartError(`Port ${port} is in use. Stop what uses it, or choose another with --port.`)
          : new StartError(`Port ${port} cannot be opened: ${error.message}`),
      ),
    );
    server.listen(port, () => {
      const address = server.address();
      const close = (): Promise<void> =>
        new Promise((done) => {
          server.close(() => done());
          server.closeAllConnections();
        });
      resolvePromise({ port: typeof address === 'object' && address ? address.port : port, close });
    });
  });
}

async function main(): Promise<void> {
  const config = readConfig(process.argv.slice(2), process.env);
  const services = await openWorkspace(config);
  let server;
  try {
    server = await listen(services, config.port);
  } catch (error) {
    await closeServices(services);
    throw error;
  }
  const days = eachDay(services);
  void days.trigger();
  const keeping = keepDatabase(services.connection);
  const { close, port } = server;
  console.log(`Tovlet is ready at http://localhost:${port}`);
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    days.stop();
    keeping?.stop();
    void close()
      .then(() => closeServices(services))
      .then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(1);
});
