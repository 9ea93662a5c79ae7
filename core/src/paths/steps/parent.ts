import { say } from '../../locale/say';
import { treeStep } from './tree-step';

/** The key of the step. */
export const PARENT = 'parent';

/** The term above a term; none above those at the top. */
export const parentStep = treeStep(PARENT, false, () => say`the one above`);
