import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { filesPlanSchema, filesTakeSchema } from '@tovlet/core/contracts/studio/model-files';
import type { Config } from '../../config';
import { parse } from '../../http/body';
import { planFor } from '../../model_files/look';
import { filesOfNow } from '../../model_files/state';
import { takeFiles } from '../../model_files/take';
import { openWorkspace } from '../../opening';
import { StartError } from '../../start-error';
import { closeServices } from '../../workspace';
import type { WorkspaceAtHand } from './command';

/** Nobody waits longer for a command, in milliseconds. */
const A_DAY = 86_400_000;

/** Who does what a command does. */
const TOVLET: PersonSummary = { id: 'p_tovlet', name: 'Tovlet', email: '', role: 'developer' };

/**
 * Opens the workspace of a data folder, or of the database that `DATABASE_URL` names. What has to go on beside it goes on when Tovlet starts.
 * @throws StartError where there is none, or a server that runs has the folder
 */
export async function storedWorkspace(config: Config): Promise<WorkspaceAtHand> {
  if (!config.databaseUrl && !existsSync(join(config.dataFolder, 'database')))
    throw new StartError(
      `There is no workspace in ${config.dataFolder}. Name another with --data, or a server with --server.`,
    );
  const services = await openWorkspace(config);
  const { database } = services;
  return {
    files: () => filesOfNow(database),
    plan: (request) =>
      planFor(services, parse(filesPlanSchema, request, 'invalid'), AbortSignal.timeout(A_DAY)),
    take: (request) => {
      const { revision, ...given } = parse(filesTakeSchema, request, 'invalid');
      return takeFiles(services, TOVLET, given, revision);
    },
    close: () => closeServices(services),
  };
}
