import { z } from 'zod';
import { dropLeftColumns } from '../../derived/index/table';
import type { Services } from '../../services';
import type { Job } from '../job';

/** So long requests may still name the columns of fields that are gone, in seconds. */
const GRACE = 3;

/** Drops the columns of index tables that no field has any more. */
export const dropColumns: Job<Services, Record<string, never>> = {
  kind: 'drop_columns',
  data: z.strictObject({}),
  after: GRACE,
  async step({ models }) {
    await models.withModelLocked(dropLeftColumns);
    return null;
  },
};
