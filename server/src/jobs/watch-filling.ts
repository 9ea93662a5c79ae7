import { log } from '../log';
import { Cron } from 'croner';
import { unfilledTypes } from '../db/index-tables';
import { isLostConnection } from '../db/lost-connection';
import type { Services } from '../services';

/**
 * Takes over the filling of index tables from a process that was killed. Where several processes serve a workspace, each
 * looks; the first to lock a table's line fills its next batch, so that none is filled twice.
 * @returns the job, to be stopped with the workspace; null where this process is the only one
 */
export function watchFilling({ connection, database, indexes }: Services): Cron | null {
  if (!connection.shared) return null;
  const settings = {
    protect: true,
    catch: (error: unknown) => {
      if (!isLostConnection(error)) log.error({ error }, 'The index tables could not be looked after');
    },
  };
  return new Cron('*/10 * * * * *', settings, async () => {
    if ((await unfilledTypes(database)).length > 0) await indexes.fill();
  });
}
