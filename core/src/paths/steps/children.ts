import * as z from 'zod';
import { say } from '../../locale/say';
import { defineStep } from './step';

/** The key of the step. */
export const CHILDREN = 'children';

/** The terms right below a term, in their order. */
export const childrenStep = defineStep({
  schema: z.strictObject({ kind: z.literal('children') }),
  take: (_step, at) =>
    at.kind === 'term'
      ? { kind: 'hop', hop: { kind: 'children', field: null, to: at, many: true, rows: [], list: true } }
      : { kind: 'refused', problem: say`Only terms have others below them.` },
  keys: () => [CHILDREN],
  labels: () => [say`those right below`],
});
