import type { Step } from '../path';
import { ANCESTOR_OR_SELF } from './ancestor-or-self';
import { CHILDREN } from './children';
import { PARENT } from './parent';

/** The steps from term to term, by the keys that write them. */
export const treeSteps: ReadonlyMap<string, Step> = new Map<string, Step>([
  [ANCESTOR_OR_SELF, { kind: 'ancestor_or_self' }],
  [PARENT, { kind: 'parent' }],
  [CHILDREN, { kind: 'children' }],
]);
