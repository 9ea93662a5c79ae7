import { log } from '../log';
import { showsByDay } from '@tovlet/core/conditions/asks-today';
import { Cron } from 'croner';
import { markPastDays } from '../db/index-tables';
import { forgetOldEdits } from '../http/idempotency';
import type { Services } from '../services';

/**
 * Refills the index tables of the types whose conditions ask for today, where they were filled on another day.
 *
 * What such conditions hide is null in the tables, and that changes with the calendar alone.
 * @returns when the tables hold what shows today
 */
export async function turnDay({ database, models, indexes }: Services): Promise<void> {
  const { model } = await models.current();
  const types = model.types.filter(showsByDay).map(({ contentType }) => contentType.id);
  await forgetOldEdits(database);
  await markPastDays(database, types);
  await indexes.fill();
  // What a stop right after a change of the model left behind.
  await indexes.dropLeft();
}

/**
 * Turns the day at each midnight in UTC, the day that “today” means in conditions.
 * @returns the job, to be stopped with the workspace
 */
export function eachDay(services: Services): Cron {
  const settings = {
    timezone: 'UTC',
    protect: true,
    catch: (error: unknown) => log.error({ error }, 'The tables could not follow the new day'),
  };
  return new Cron('0 0 * * *', settings, () => turnDay(services));
}
