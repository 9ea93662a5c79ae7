import { showsByDay } from '@tovlet/core/conditions/asks-today';
import { Cron } from 'croner';
import { z } from 'zod';
import { markPastDays } from '../../db/index-tables';
import { forgetOldEdits } from '../../http/idempotency';
import { log } from '../../log';
import type { Services } from '../../services';
import { dropColumns } from '../drop_columns/drop-columns';
import { fillIndexes } from '../fill_indexes/fill-indexes';
import type { Job } from '../job';

/**
 * The daily round: refills the index tables of the types whose conditions ask for today, where they were filled on another
 * day, and forgets what nobody needs any more.
 *
 * What such conditions hide is null in the tables, and that changes with the calendar alone.
 */
export const turnDay: Job<Services, Record<string, never>> = {
  kind: 'turn_day',
  data: z.strictObject({}),
  after: 0,
  async step({ database, models, jobs }) {
    const { model } = await models.current();
    const types = model.types.filter(showsByDay).map(({ contentType }) => contentType.id);
    await forgetOldEdits(database);
    await markPastDays(database, types);
    await jobs.send(fillIndexes, {});
    await jobs.send(dropColumns, {});
    return null;
  },
};

/**
 * Turns the day at each midnight in UTC, the day that “today” means in conditions. Every process sends the round: what is
 * done already is not done again, and a start sends it as well.
 * @returns the clock, to be stopped with the workspace
 */
export function eachDay({ jobs }: Services): Cron {
  const settings = {
    timezone: 'UTC',
    protect: true,
    catch: (error: unknown) => log.error({ error }, 'The new day could not be told'),
  };
  return new Cron('0 0 * * *', settings, () => jobs.send(turnDay, {}));
}
