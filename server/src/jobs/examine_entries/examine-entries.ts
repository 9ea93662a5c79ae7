import { z } from 'zod';
import { lookAtNext, lookAtWritten, type LookedThrough } from '../../entries/findings/look-through';
import type { Services } from '../../services';
import type { Job } from '../job';

/** Looks at what was written first: somebody may be waiting to see that it is mended. */
async function lookOn({ database, models }: Services): Promise<LookedThrough> {
  const { model } = await models.current();
  const written = await lookAtWritten(database, model);
  return written.more ? written : lookAtNext(database, model);
}

/** Looks for values that do not fit, in entries that were written and in all of a type after a change of the model. */
export const examineEntries: Job<Services, Record<string, never>> = {
  kind: 'examine_entries',
  data: z.strictObject({}),
  after: 0,
  async step(services, data, mustEnd) {
    const changed = new Set<string>();
    try {
      for (;;) {
        const looked = await lookOn(services);
        for (const type of looked.changed) changed.add(type);
        if (!looked.more) return null;
        if (mustEnd()) return data;
        await new Promise((resolve) => setImmediate(resolve));
      }
    } finally {
      for (const type of changed) await services.events.publish({ kind: 'findings', type });
    }
  },
};
