import { Cron } from 'croner';
import { carryOutDue } from '../../entries/schedule/carry-out';
import { isLostConnection } from '../../db/lost-connection';
import { log } from '../../log';
import type { Services } from '../../services';

/**
 * Looks every few seconds whether the time has come for something that was planned. Every process does: what one has done is
 * planned no more for the others.
 * @returns the clock, to be stopped with the workspace
 */
export function carryOutInTime(services: Services): Cron {
  const settings = {
    protect: true,
    catch: (error: unknown) => {
      if (!isLostConnection(error)) log.error({ error }, 'What was planned could not be done');
    },
  };
  return new Cron('*/5 * * * * *', settings, () => carryOutDue(services));
}
