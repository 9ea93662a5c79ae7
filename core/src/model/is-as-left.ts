import { sameJson } from '../json';
import { applyChange, ChangeRefused, type ModelChange } from './changes/index';
import type { ModelDocument } from './document';

/** Changes that were made, and those that take them back, both in the order in which they are applied. */
export interface TakenStep {
  readonly changes: readonly ModelChange[];
  readonly inverse: readonly ModelChange[];
}

/**
 * Tells whether what some changes made still is as they left it: taken back and made again, they come to the same model. Others
 * may have changed what they did not touch.
 * @throws what is no refusal of a change
 * @example isAsLeft(model, { changes: [rename], inverse: inverseOf(before, rename) }) // => false once it was renamed again
 */
export function isAsLeft(now: ModelDocument, { changes, inverse }: TakenStep): boolean {
  try {
    return sameJson(changes.reduce(applyChange, inverse.reduce(applyChange, now)), now);
  } catch (error) {
    if (error instanceof ChangeRefused) return false;
    throw error;
  }
}
