import { say } from '../../locale/say';
import { treeStep } from './tree-step';

/** The key of the step. */
export const ANCESTOR_OR_SELF = 'ancestor_or_self';

/**
 * The term itself and all terms above it, so that “in this area or below” is one comparison.
 * @see https://www.w3.org/TR/xpath-31/#axes
 */
export const ancestorOrSelfStep = treeStep(ANCESTOR_OR_SELF, true, ({ presented }) =>
  // A comparison looks for what stands below the term it names; a page names what stands above.
  presented === true ? say`with those above` : say`with those below`,
);
