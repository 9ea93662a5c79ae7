import type { PathContext } from '../paths/standing';
import { findList, type FoundList } from './found-path';
import type { Seats } from './seats';
import type { Block } from './template';

/** A block where it stands. */
export interface StandingBlock {
  readonly block: Block;
  /** What can be seen from around it. */
  readonly around: Seats;
  /** What can be seen from within it: with the list that it repeats over. */
  readonly seats: Seats;
  /** That list; null where it repeats over none, or over one that is gone. */
  readonly list: FoundList | null;
}

/**
 * Lists all blocks with where they stand, parents first.
 * @param around where the first of them stand
 */
export function standingBlocks(
  blocks: readonly Block[],
  around: Seats,
  context: PathContext,
): readonly StandingBlock[] {
  return blocks.flatMap((block): readonly StandingBlock[] => {
    const list = block.repeat && findList(block.repeat.field, around, context);
    const seats: Seats = list ? [...around, list.seat] : around;
    return [{ block, around, seats, list }, ...standingBlocks(block.children, seats, context)];
  });
}
