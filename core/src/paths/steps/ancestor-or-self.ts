import * as z from 'zod';
import { say } from '../../locale/say';
import { defineStep } from './step';

/** The key of the step. */
export const ANCESTOR_OR_SELF = 'ancestor_or_self';

/**
 * The term itself and all terms above it, so that “in this area or below” is one comparison.
 * @see https://www.w3.org/TR/xpath-31/#axes
 */
export const ancestorOrSelfStep = defineStep({
  schema: z.strictObject({ kind: z.literal('ancestor_or_self') }),
  take: (_step, at) =>
    at.kind === 'term'
      ? {
          kind: 'hop',
          hop: { kind: 'ancestor_or_self', field: null, to: at, many: true, rows: [], list: true },
        }
      : { kind: 'refused', problem: say`Only terms stand below others.` },
  keys: () => [ANCESTOR_OR_SELF],
  // A comparison looks for what stands below the term it names; a page names what stands above.
  labels: (_step, _at, { presented }) => [presented === true ? say`with those above` : say`with those below`],
});
