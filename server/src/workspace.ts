import { emptyModel, type ModelDocument } from '@tovlet/core/model/document';
import { Throttle } from './access/throttle';
import { Backups } from './backup/backups';
import type { Connection } from './db/connect';
import { workspace } from './db/schema';
import { EventBus } from './events/bus';
import { followTables } from './derived/follow-model';
import { fillIndexes } from './jobs/fill_indexes/fill-indexes';
import { KeptTexts } from './delivery/presented-texts';
import { installModel } from './model/service';
import { jobs } from './jobs';
import { moveSite } from './moves/move-site';
import { FillingProgress } from './jobs/fill_indexes/progress';
import { JobQueue } from './jobs/queue';
import { MediaProcessing } from './files/processing/media-processing';
import type { MediaStore } from './files/store/media-store';
import type { Uploads } from './files/uploads/uploads';
import { Presence } from './presence/presence';
import { ContentRevisions } from './revisions/content';
import { KeptAnswers } from './revisions/kept-answers';
import { ModelStore } from './revisions/store';
import { Sandbox } from './sandbox/sandbox';
import type { Services } from './services';
import { startEngines } from './sandbox/engines';

export interface WorkspaceOptions {
  readonly mediaStore: MediaStore;
  readonly uploads: Uploads;
  readonly backupFolder: string;
  /** What new backups are locked by; null for nothing. */
  readonly backupPassphrase?: string | null;
  readonly demo: boolean;
  readonly publicDelivery: boolean;
  readonly behindProxy?: boolean;
  readonly corsOrigins?: readonly string[];
}

/**
 * Puts together what every resource uses.
 * @param sandbox the processes for what people wrote; new ones unless several workspaces share them
 * @param processing the processes that read files; the same holds for them
 */
export async function openServices(
  connection: Connection,
  options: WorkspaceOptions,
  sandbox = new Sandbox(),
  processing = new MediaProcessing(),
): Promise<Services> {
  startEngines(sandbox);
  const events = await EventBus.start(connection);
  const models = new ModelStore(connection);
  const throttle = new Throttle(connection.database);
  const { database } = connection;
  const { backupFolder, backupPassphrase = null, ...others } = options;
  const behindProxy = options.behindProxy ?? false;
  return {
    connection,
    database,
    events,
    models,
    presence: new Presence(events),
    answers: new KeptAnswers(new ContentRevisions(connection)),
    texts: new KeptTexts(),
    jobs: await JobQueue.open(connection, [...jobs, moveSite]),
    filling: new FillingProgress(events),
    sandbox,
    processing,
    throttle,
    ...others,
    backups: new Backups(backupFolder, backupPassphrase),
    behindProxy,
    corsOrigins: options.corsOrigins ?? [],
  };
}

/** Brings what is kept beside the entries in step with this version of Tovlet. */
async function catchUp({ models, jobs: queue }: Services): Promise<void> {
  const toFill = await models.withModelLocked((transaction, model) => followTables(transaction, model));
  if (toFill) await queue.send(fillIndexes, {});
}

/**
 * Makes the workspace when the database has none yet.
 * @param fill puts in more than the model, before anybody can see the workspace
 * @returns whether it was made now
 */
export async function ensureWorkspace(
  services: Services,
  name: string,
  model: ModelDocument,
  fill: (services: Services) => Promise<void> = () => Promise.resolve(),
): Promise<boolean> {
  const { database } = services;
  const [existing] = await database.select({ revision: workspace.modelRevision }).from(workspace);
  // A revision of 0 is what a first start leaves that was broken off: it begins again.
  if (existing && existing.revision > 0) {
    await catchUp(services);
    return false;
  }
  await database
    .insert(workspace)
    .values({ name, model: emptyModel, modelRevision: 0 })
    .onConflictDoNothing();
  await fill(services);
  await installModel(services, model, 'The workspace was made');
  return true;
}

/** Ends what runs beside requests, then the database. */
export async function closeServices(services: Services): Promise<void> {
  const { jobs: queue, events, connection, sandbox, processing } = services;
  await services.backups.settled();
  sandbox.close();
  processing.close();
  await queue.stop();
  await events.stop();
  await connection.close();
}
