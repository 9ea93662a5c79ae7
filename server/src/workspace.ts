import { emptyModel, type ModelDocument } from '@tovlet/core/model/document';
import type { Connection } from './db/connect';
import { workspace } from './db/schema';
import { EventBus } from './events/bus';
import { installModel } from './resources/model/service';
import { IndexFiller } from './jobs/index-filler';
import { ModelStore } from './resources/model/store';
import type { Services } from './services';
import { startEngines } from './values/engines';

export interface WorkspaceOptions {
  readonly mediaFolder: string;
  readonly demo: boolean;
  readonly publicDelivery: boolean;
}

/** Puts together what every resource uses. */
export async function openServices(connection: Connection, options: WorkspaceOptions): Promise<Services> {
  startEngines();
  const events = await EventBus.start(connection);
  const models = new ModelStore(connection);
  const indexes = new IndexFiller(connection, models, events);
  return { connection, database: connection.database, events, models, indexes, ...options };
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
  if (existing && existing.revision > 0) return false;
  await database
    .insert(workspace)
    .values({ name, model: emptyModel, modelRevision: 0 })
    .onConflictDoNothing();
  await fill(services);
  await installModel(services, model, 'The workspace was made');
  return true;
}

/** Ends what runs beside requests, then the database. */
export async function closeServices({ indexes, events, connection }: Services): Promise<void> {
  await indexes.stop();
  await events.stop();
  await connection.close();
}
