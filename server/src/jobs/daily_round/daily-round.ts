import { showsByDay } from '@tovlet/core/evaluation/asks-today';
import { Cron } from 'croner';
import { z } from 'zod';
import { markPastDays } from '../../derived/refill';
import { forgetOldEdits } from '../../access/idempotency';
import { log } from '../../log';
import type { Services } from '../../services';
import { forgetOldRemovals } from '../../entries/loose/queries';
import { forgetOldImports } from '../../transfer/forget-imports';
import { forgetOldLetters } from '../../standins/mail/mail';
import { forgetOldBulks } from '../change_entries/queries';
import { dropColumns } from '../drop_columns/drop-columns';
import { examineEntries } from '../examine_entries/examine-entries';
import { fillIndexes } from '../fill_indexes/fill-indexes';
import { catchUpVariants } from './catch-up-variants';
import { forgetOldBinned } from './forget-binned';
import type { Job } from '../job';

/** What was taken out of loose values can be put back for so many days. */
const REMOVALS_KEPT = 90;

/**
 * Marks the index tables of the types whose conditions ask for today, where they were filled on another day.
 *
 * What such conditions hide is null in the tables, and that changes with the calendar alone.
 */
async function refreshDayConditions({ database, models }: Services): Promise<void> {
  const { model } = await models.current();
  const types = model.types.filter(showsByDay).map(({ contentType }) => contentType.id);
  await markPastDays(database, types);
}

/** The daily round: what the calendar alone changes follows it, and what nobody needs any more is forgotten. */
export const dailyRound: Job<Services, Record<string, never>> = {
  kind: 'daily_round',
  data: z.strictObject({}),
  after: 0,
  async step(services) {
    await forgetOldEdits(services.database);
    await forgetOldBulks(services.database);
    await forgetOldBinned(services);
    await forgetOldImports(services);
    await forgetOldLetters(services.database);
    await forgetOldRemovals(services.database, REMOVALS_KEPT);
    await services.uploads.forgetOld();
    await catchUpVariants(services);
    await refreshDayConditions(services);
    await services.jobs.send(fillIndexes, {});
    await services.jobs.send(dropColumns, {});
    await services.jobs.send(examineEntries, {});
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
  return new Cron('0 0 * * *', settings, () => jobs.send(dailyRound, {}));
}
