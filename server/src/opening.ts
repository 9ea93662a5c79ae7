import { existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { demoModel, starterModel } from '@tovlet/demo';
import type { Config } from './config';
import { connect, type Connection } from './db/connect';
import { lockFolder } from './db/lock';
import { loadDemo } from './demo/load';
import { filesIn, filesInS3 } from './files/files-in';
import type { Services } from './services';
import { ensureWorkspace, openServices } from './workspace';

/** Deletes the demo's data; only a folder that is one, or is empty, and that nobody else uses. */
function clearFolder(folder: string): void {
  if (!existsSync(folder)) return;
  lockFolder(folder)();
  if (!existsSync(join(folder, 'database')) && !existsSync(join(folder, 'media'))) return;
  for (const part of ['database', 'media', 'uploads', 'backups'])
    rmSync(join(folder, part), { recursive: true, force: true });
}

/**
 * Opens what every resource uses, with the files of the workspace where they are.
 * @throws StartError where these cannot be had
 */
export async function openServicesOf(config: Config, connection: Connection): Promise<Services> {
  const folder = resolve(config.dataFolder);
  return openServices(connection, {
    ...(config.mediaPlace ? await filesInS3(config.mediaPlace, folder) : filesIn(folder)),
    demo: config.mode === 'demo',
    publicDelivery: config.publicDelivery,
    corsOrigins: config.corsOrigins,
    behindProxy: config.behindProxy,
    backupPassphrase: config.backupPassphrase,
  });
}

/**
 * Opens the workspace that Tovlet is started with, and makes it where there is none.
 * @throws StartError where its folder or database cannot be had
 */
export async function openWorkspace(config: Config): Promise<Services> {
  const folder = resolve(config.dataFolder);
  if (config.fresh) clearFolder(folder);
  const connection = await connect({
    folder,
    ...(config.databaseUrl ? { url: config.databaseUrl } : {}),
  });
  const services = await openServicesOf(config, connection);
  if (config.mode === 'demo') {
    await ensureWorkspace(services, 'Velmark Huts', demoModel, async (open) => {
      console.error('Making the demo workspace (pictures, entries) …');
      await loadDemo(open);
    });
  } else await ensureWorkspace(services, 'New workspace', starterModel);
  return services;
}
