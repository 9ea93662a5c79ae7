import * as z from 'zod';
import { say } from '../../locale/say';
import { defineStep } from './step';

/** The key of the step. */
export const PARENT = 'parent';

/** The term above a term; none above those at the top. */
export const parentStep = defineStep({
  schema: z.strictObject({ kind: z.literal('parent') }),
  take: (_step, at) =>
    at.kind === 'term'
      ? { kind: 'hop', hop: { kind: 'parent', field: null, to: at, many: false, rows: [], list: false } }
      : { kind: 'refused', problem: say`Only terms stand below others.` },
  keys: () => [PARENT],
  labels: () => [say`the one above`],
});
