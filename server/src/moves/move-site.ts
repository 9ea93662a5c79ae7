import { importPhases } from '@tovlet/core/contracts/studio/imports';
import { z } from 'zod';
import { ProblemException } from '../http/problem';
import { developerOf } from '../jobs/bring_in/follow-import';
import type { Job } from '../jobs/job';
import type { Services } from '../services';
import { UnreadableSource } from '../transfer/sources/source-format';
import { moveContext } from './planned-model';
import { moveById, moveRunsOf, noteMoveRun } from './queries';
import { stagesOf } from './stages/index';
import type { StageOutcome } from './stages/stage';
import type { MoveRunRecord } from '../db/schema';

const dataSchema = z.strictObject({ move: z.string(), phase: z.enum(importPhases) });
type MoveSite = z.infer<typeof dataSchema>;

/** Goes on with a phase, a stage after the other. */
async function goOn(services: Services, run: MoveRunRecord, mustEnd: () => boolean): Promise<StageOutcome> {
  const { database } = services;
  let { stage, row } = run;
  for (;;) {
    const record = await moveById(database, run.moveId);
    if (!record) return 'stopped';
    const person = await developerOf(database, run);
    const context = await moveContext(services, record);
    const next = stagesOf(context.planned, run.phase)[stage];
    if (!next) return 'done';
    const outcome = await next.carryOut({ context, run: { ...run, stage, row }, person, mustEnd });
    if (outcome !== 'done') return outcome;
    stage += 1;
    row = 0;
    if (!(await noteMoveRun(database, run, { stage, row }))) return 'stopped';
    await services.events.publish({ kind: 'import', id: run.moveId });
    if (mustEnd()) return 'more';
  }
}

/** Does with a whole package what was asked for, stage by stage; how far it came is noted, and it goes on from there. */
export const moveSite: Job<Services, MoveSite> = {
  kind: 'move_site',
  data: dataSchema,
  after: 0,
  beside: true,
  async step(services, data, mustEnd) {
    const { database, events } = services;
    const run = (await moveRunsOf(database, [data.move])).find(({ phase }) => phase === data.phase);
    if (run?.state !== 'running') return null;
    try {
      const outcome = await goOn(services, run, mustEnd);
      if (outcome === 'more') return data;
      if (outcome === 'done') await noteMoveRun(database, run, { state: 'done' });
    } catch (error) {
      const isTold = error instanceof UnreadableSource || error instanceof ProblemException;
      if (!isTold) throw error;
      const problem = error instanceof ProblemException ? error.detail : error.message;
      await noteMoveRun(database, run, { state: 'failed', problem });
    }
    await events.publish({ kind: 'import', id: data.move });
    return null;
  },
};
