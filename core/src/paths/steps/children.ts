import { say } from '../../locale/say';
import { treeStep } from './tree-step';

/** The key of the step. */
export const CHILDREN = 'children';

/** The terms right below a term, in their order. */
export const childrenStep = treeStep(CHILDREN, true, () => say`those right below`);
