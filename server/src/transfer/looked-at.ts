import type { ReportedRow, RowOutcome } from '@tovlet/core/transfer/import-report';
import type { CellChange, ImportedEntry } from '@tovlet/core/transfer/planned-entry';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { EntryRecord } from '../db/schema';

/** A row, and what it comes to. */
export interface LookedAt {
  readonly row: SourceRow;
  readonly outcome: RowOutcome;
  readonly title: string;
  /** The entry that it is about; null where there is none. */
  readonly record: EntryRecord | null;
  /** The id that a new one gets; null for one that is made up. */
  readonly id: string | null;
  /** What that is to be; null where nothing is done with it. */
  readonly next: ImportedEntry | null;
  /** Whether the row itself says the slug. */
  readonly ownSlug: boolean;
  readonly changes: readonly CellChange[];
  readonly problems: readonly RowProblem[];
  readonly values: ReportedRow['values'];
}

/** A row that is not taken, and why. */
export const refusedRow = (
  row: SourceRow,
  title: string,
  record: EntryRecord | null,
  problems: readonly RowProblem[],
): LookedAt => ({
  row,
  outcome: 'refused',
  title,
  record,
  id: null,
  next: null,
  ownSlug: false,
  changes: [],
  problems,
  values: [],
});

/** A row as reports count it. */
export const reported = ({ outcome, changes, values, problems }: LookedAt): ReportedRow => ({
  outcome,
  changes: changes.map(({ to }) => to),
  values,
  problems,
});

/** The slug of an entry that is made of a row; null for a free one from its title. */
export const slugOf = ({ ownSlug, next }: LookedAt): string | null => (ownSlug && next ? next.slug : null);
