import type { Step } from '../path';

/** The steps from term to term, by the keys that write them: those are their kinds. */
export const treeSteps: ReadonlyMap<string, Step> = new Map(
  (['ancestor_or_self', 'parent', 'children'] as const).map((kind) => [kind, { kind }]),
);
