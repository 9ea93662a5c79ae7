import { existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoModel, starterModel } from '@tovlet/demo';
import { createApp } from './app';
import { readConfig, type Config } from './config';
import { connect } from './db/connect';
import { lockFolder } from './db/lock';
import { loadDemo } from './demo/load';
import { listen, type Listening } from './http/listen';
import { examineInTime } from './jobs/examine_entries/examine-in-time';
import { carryOutInTime } from './jobs/carry_out/carry-out-clock';
import { eachDay, dailyRound } from './jobs/daily_round/daily-round';
import { keepDatabase } from './jobs/maintenance';
import { filesIn, filesInS3 } from './files/files-in';
import type { Services } from './services';
import { StartError } from './start-error';
import { closeServices, ensureWorkspace, openServices } from './workspace';

/** Deletes the demo's data; only a folder that is one, or is empty, and that nobody else uses. */
function clearFolder(folder: string): void {
  if (!existsSync(folder)) return;
  lockFolder(folder)();
  if (!existsSync(join(folder, 'database')) && !existsSync(join(folder, 'media'))) return;
  for (const part of ['database', 'media', 'uploads'])
    rmSync(join(folder, part), { recursive: true, force: true });
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
    ...(config.mediaPlace ? await filesInS3(config.mediaPlace, folder) : filesIn(folder)),
    demo,
    publicDelivery: config.publicDelivery,
    corsOrigins: config.corsOrigins,
    behindProxy: config.behindProxy,
  });
  if (demo) {
    await ensureWorkspace(services, 'Velmark Huts', demoModel, async (open) => {
      console.log('Making the demo workspace (pictures, entries) …');
      await loadDemo(open);
    });
  } else await ensureWorkspace(services, 'New workspace', starterModel);
  return services;
}

const WORKBENCH = fileURLToPath(new URL('../web/browser', import.meta.url));

/** Listens, or gives everything back that was opened for it. */
async function listenOrClose(services: Services, port: number): Promise<Listening> {
  try {
    return await listen(createApp(services, WORKBENCH), port);
  } catch (error) {
    await closeServices(services);
    throw error;
  }
}

async function main(): Promise<void> {
  const config = readConfig(process.argv.slice(2), process.env);
  const services = await openWorkspace(config);
  const { port, drain } = await listenOrClose(services, config.port);
  const days = eachDay(services);
  const planned = carryOutInTime(services);
  const examining = examineInTime(services);
  services.jobs.work(services);
  await services.jobs.send(dailyRound, {});
  const keeping = keepDatabase(services.connection);
  void services.sandbox.warm();
  console.log(`Tovlet is ready at http://localhost:${port}`);
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    days.stop();
    planned.stop();
    examining.stop();
    keeping?.stop();
    // Streams have no end of their own; everything else is answered first.
    services.events.endStreams();
    void drain()
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
