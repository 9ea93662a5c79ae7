import type { EntryStatus } from './entries';
import type { ScheduledAction } from './schedules';

/** An entry as a line of the overview. */
export interface OverviewEntry {
  readonly id: string;
  readonly type: string;
  readonly title: string;
  readonly status: EntryStatus;
  readonly updatedAt: string;
  readonly updatedBy: string;
}

/** An entry with changes that are not saved: by whom and when they were typed last. */
export interface OverviewCopy extends OverviewEntry {
  readonly typedAt: string;
  readonly typedBy: string;
}

/** An entry with what is to become of it. */
export interface OverviewPlan extends OverviewEntry {
  readonly plan: Pick<ScheduledAction, 'action' | 'at' | 'problem'>;
}

/** An entry with a thread in which something was said that waits for the person. */
export interface OverviewComment extends OverviewEntry {
  readonly thread: string;
  /** What was said last, its beginning. */
  readonly text: string;
  readonly saidBy: string;
  readonly saidAt: string;
}

/** The first lines of a list, and how many there are. */
export interface OverviewList<Line> {
  readonly lines: readonly Line[];
  readonly total: number;
}

/** What is going on with the entries, for one of the people. */
export interface OverviewAnswer {
  /** Those that the person made or saved last. */
  readonly mine: readonly OverviewEntry[];
  /** Those that anybody else saved last. */
  readonly others: readonly OverviewEntry[];
  readonly drafts: OverviewList<OverviewEntry>;
  readonly copies: OverviewList<OverviewCopy>;
  readonly plans: OverviewList<OverviewPlan>;
  /** Open threads in which the person is named, has spoken, or whose entry is theirs, and somebody else spoke last. */
  readonly comments: OverviewList<OverviewComment>;
}
