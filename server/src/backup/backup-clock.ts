import { Cron } from 'croner';
import { isLostConnection } from '../db/lost-connection';
import { log } from '../log';
import type { Services } from '../services';
import { backUpInTime } from './service';

/**
 * Looks each hour whether it is time for a backup.
 * @returns the clock, to be stopped with the workspace
 */
export function backUpByClock(services: Services): Cron {
  const settings = {
    protect: true,
    catch: (error: unknown) => {
      if (!isLostConnection(error)) log.error({ error }, 'A backup could not be begun');
    },
  };
  return new Cron('0 7 * * * *', settings, async () => {
    await backUpInTime(services);
  });
}
