import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { and, asc, eq, gt, inArray, lt, sql } from 'drizzle-orm';
import { anyOf, type Database } from '../db/connect';
import {
  contentImport,
  importMark,
  importRow,
  importRun,
  type ImportRecord,
  type ImportRowRecord,
  type ImportRunRecord,
} from '../db/schema';

/** Finds an import; undefined where there is none. */
export async function importById(database: Database, id: string): Promise<ImportRecord | undefined> {
  const [found] = await database.select().from(contentImport).where(eq(contentImport.id, id));
  return found;
}

const isRun = (importId: string, phase: ImportPhase) =>
  and(eq(importRun.importId, importId), eq(importRun.phase, phase));

/** Finds how far something has come that is done with a file; undefined where it was never begun. */
export async function runOf(
  database: Database,
  importId: string,
  phase: ImportPhase,
): Promise<ImportRunRecord | undefined> {
  const [found] = await database.select().from(importRun).where(isRun(importId, phase));
  return found;
}

/** All that was done with a file, or is being done. */
export const runsOf = (
  database: Database,
  importIds: readonly string[],
): Promise<readonly ImportRunRecord[]> =>
  database
    .select()
    .from(importRun)
    .where(anyOf(importRun.importId, importIds))
    .orderBy(asc(importRun.startedAt));

/** Writes how far something has come that is still being done. @returns false where it was stopped meanwhile */
export async function noteRun(
  database: Database,
  { importId, phase }: Pick<ImportRunRecord, 'importId' | 'phase'>,
  changes: Partial<Pick<ImportRunRecord, 'state' | 'problem' | 'place' | 'done' | 'report'>>,
): Promise<boolean> {
  const isOver = changes.state !== undefined && changes.state !== 'running';
  const noted = await database
    .update(importRun)
    .set({ ...changes, ...(isOver ? { endedAt: sql`now()` } : {}) })
    .where(and(isRun(importId, phase), eq(importRun.state, 'running')))
    .returning({ id: importRun.importId });
  return noted.length > 0;
}

/** What is noted of a row. */
export type RowNote = typeof importRow.$inferInsert;

/** Notes what became of rows; what was noted before stays as it was. */
export async function noteRows(database: Database, notes: readonly RowNote[]): Promise<void> {
  if (notes.length === 0) return;
  await database
    .insert(importRow)
    .values([...notes])
    .onConflictDoNothing();
}

/** What was noted of some rows. */
export const notedRows = (
  database: Database,
  importId: string,
  phase: ImportPhase,
  numbers: readonly number[],
): Promise<readonly ImportRowRecord[]> =>
  database
    .select()
    .from(importRow)
    .where(
      and(
        eq(importRow.importId, importId),
        eq(importRow.phase, phase),
        inArray(importRow.number, [...numbers]),
      ),
    );

/** The next rows that an import wrote, from the last one down: what was made later is taken back first. */
export const writtenRows = (
  database: Database,
  importId: string,
  before: number,
  limit: number,
): Promise<readonly ImportRowRecord[]> =>
  database
    .select()
    .from(importRow)
    .where(
      and(
        eq(importRow.importId, importId),
        eq(importRow.phase, 'run'),
        inArray(importRow.outcome, ['new', 'changed']),
        lt(importRow.number, before),
      ),
    )
    .orderBy(sql`${importRow.number} DESC`)
    .limit(limit);

/** Rows of one outcome, in the order of the file. */
export const rowsOfOutcome = (
  database: Database,
  { importId, phase, outcome }: Pick<ImportRowRecord, 'importId' | 'phase' | 'outcome'>,
  after: number,
  limit: number,
): Promise<readonly ImportRowRecord[]> =>
  database
    .select()
    .from(importRow)
    .where(
      and(
        eq(importRow.importId, importId),
        eq(importRow.phase, phase),
        eq(importRow.outcome, outcome),
        gt(importRow.number, after),
      ),
    )
    .orderBy(asc(importRow.number))
    .limit(limit);

/** What may stand in one row of a file only, and in which it stands. */
export interface RowMark {
  readonly mark: string;
  readonly number: number;
}

/**
 * Takes marks for rows, the first come first.
 * @returns the rows that have them now, by the marks
 */
export async function takeMarks(
  database: Database,
  { importId, phase }: Pick<ImportRunRecord, 'importId' | 'phase'>,
  marks: readonly RowMark[],
): Promise<ReadonlyMap<string, number>> {
  if (marks.length === 0) return new Map();
  await database
    .insert(importMark)
    .values(marks.map((each) => ({ importId, phase, ...each })))
    .onConflictDoNothing();
  const taken = await database
    .select({ mark: importMark.mark, number: importMark.number })
    .from(importMark)
    .where(
      and(
        eq(importMark.importId, importId),
        eq(importMark.phase, phase),
        anyOf(
          importMark.mark,
          marks.map(({ mark }) => mark),
        ),
      ),
    );
  return new Map(taken.map(({ mark, number }) => [mark, number]));
}
