import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { recounted, withProblems } from '@tovlet/core/transfer/import-report';
import type { CellChange } from '@tovlet/core/transfer/planned-entry';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { importRow, importRun, type EntryRecord, type ImportRecord } from '../../db/schema';
import { runOf } from '../../transfer/queries';

/** So many rows are connected together. */
export const LINK_BATCH = 50;

const isRow = ({ id }: Pick<ImportRecord, 'id'>, phase: ImportPhase, number: number) =>
  and(eq(importRow.importId, id), eq(importRow.phase, phase), eq(importRow.number, number));

/** Notes that a row was written once more, so that it can still be taken back. */
export async function noteWritten(
  transaction: Database,
  record: Pick<ImportRecord, 'id'>,
  number: number,
  { version }: EntryRecord,
  changes: readonly CellChange[],
): Promise<void> {
  await transaction
    .update(importRow)
    .set({ written: version, changes: sql`${importRow.changes} || ${JSON.stringify(changes)}::jsonb` })
    .where(isRow(record, 'run', number));
}

/** What connecting a row came to. */
export interface LinkNote {
  readonly number: number;
  readonly problems: readonly RowProblem[];
  /** How its entry differs from it. */
  readonly differences: readonly CellChange[];
}

/** Notes what could not be connected, or is connected otherwise, with the rows and in the report of all of them. */
export async function noteLinks(
  database: Database,
  record: Pick<ImportRecord, 'id'>,
  phase: ImportPhase,
  notes: readonly LinkNote[],
): Promise<void> {
  const told = notes.filter(({ problems, differences }) => problems.length + differences.length > 0);
  if (told.length === 0) return;
  let differing = 0;
  for (const { number, problems, differences } of told) {
    const [row] = await database
      .select()
      .from(importRow)
      .where(isRow(record, phase, number));
    if (!row) continue;
    const isOther = differences.length > 0 && row.outcome === 'same';
    if (isOther) differing += 1;
    await database
      .update(importRow)
      .set({
        problems: [...row.problems, ...problems],
        changes: [...row.changes, ...differences],
        ...(isOther ? { outcome: 'changed' as const } : {}),
      })
      .where(isRow(record, phase, number));
  }
  const run = await runOf(database, record.id, phase);
  if (!run) return;
  const own = withProblems(
    run.report,
    told.flatMap(({ problems }) => problems),
  );
  const report = recounted(own, 'same', 'changed', differing);
  await database
    .update(importRun)
    .set({ report })
    .where(and(eq(importRun.importId, record.id), eq(importRun.phase, phase)));
}
