import { importPhases } from '@tovlet/core/contracts/studio/imports';
import { z } from 'zod';
import type { Services } from '../../services';
import { contextOf } from '../../transfer/import-context';
import { importById, runOf } from '../../transfer/queries';
import { pagesOf } from '../../transfer/sources/index';
import type { Job } from '../job';
import { followImport } from './follow-import';

const dataSchema = z.strictObject({ import: z.string(), phase: z.enum(importPhases) });
type BringIn = z.infer<typeof dataSchema>;

/** Does with all rows of a file what was asked for, a few at a time; how far it came is noted with them. */
export const bringIn: Job<Services, BringIn> = {
  kind: 'bring_in',
  data: dataSchema,
  after: 0,
  beside: true,
  async step(services, data, mustEnd) {
    const { database, models } = services;
    const record = await importById(database, data.import);
    const run = await runOf(database, data.import, data.phase);
    if (!record || run?.state !== 'running') return null;
    const isDone = await followImport({
      services,
      record,
      run,
      mustEnd,
      pages: (file, from) => pagesOf(file, record.source, from),
      contextFor: async (person) => contextOf(record, data.phase, person, (await models.current()).model),
    });
    return isDone ? null : data;
  },
};
