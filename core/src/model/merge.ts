import { touchesOf, type ModelChange } from './changes';

/** One thing that two people changed at the same time. */
export interface MergeConflict {
  readonly target: string;
  readonly property: string | null;
  readonly theirs: ModelChange;
  readonly mine: ModelChange;
}

function overlap(mine: string, theirs: string): boolean {
  // A whole thing (added or removed) overlaps with each of its properties.
  return mine === theirs || mine.startsWith(`${theirs}:`) || theirs.startsWith(`${mine}:`);
}

/**
 * Finds where one's changes collide with those that others made since the revision one started from.
 * @param mine changes about to be saved
 * @param theirs changes saved meanwhile, oldest first
 * @returns the collisions; none means that mine can be applied on top of theirs
 * @example findConflicts([renameA], [renameB]) // => []
 */
export function findConflicts(
  mine: readonly ModelChange[],
  theirs: readonly ModelChange[],
): readonly MergeConflict[] {
  return mine.flatMap((change) =>
    touchesOf(change).flatMap((touched) =>
      theirs
        .filter((other) => touchesOf(other).some((theirTouch) => overlap(touched, theirTouch)))
        .map((other) => {
          const [target = touched, property] = touched.split(':');
          return { target, property: property ?? null, theirs: other, mine: change };
        }),
    ),
  );
}
