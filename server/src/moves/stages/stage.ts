import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { MoveRunRecord } from '../../db/schema';
import type { MoveContext } from '../../transfer/packages/move-context';

/** What a stage goes on with. */
export interface StageRun {
  readonly context: MoveContext;
  readonly run: MoveRunRecord;
  readonly person: PersonSummary;
  readonly mustEnd: () => boolean;
}

/** What comes of a stage for now: it is done, there is more of it, or the whole was stopped. */
export type StageOutcome = 'done' | 'more' | 'stopped';

/** A stage of what is done with a package: some work on one table, or on all of it. */
export interface Stage {
  /** What it is at, in words. */
  readonly words: string;
  /**
   * Goes on with it, as long as there is time. Where it is broken off it is done again, and leads to the same.
   * @throws ProblemException, UnreadableSource with why it cannot be done
   */
  carryOut(given: StageRun): Promise<StageOutcome>;
}
