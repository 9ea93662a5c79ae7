import type { JsonObject } from '@tovlet/core/json';
import type { CellChange } from '@tovlet/core/transfer/planned-entry';
import type { RowProblem } from '@tovlet/core/transfer/row-problem';
import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect';
import { importRow, type EntryRecord, type ImportRowRecord } from '../../db/schema';
import { changeEntry } from '../../entries/service';
import { ProblemException } from '../../http/problem';
import { entriesById } from '../../entries/queries';
import type { ImportContext } from '../../transfer/import-context';
import { lookAt } from '../../transfer/look-at';
import { writtenRows } from '../../transfer/queries';
import { gatheredPages } from '../../transfer/sources/gathered';
import { withFile } from '../../transfer/with-file';
import { noteMoveRun } from '../queries';
import { importOf, rowContext } from './rows-stage';
import type { Stage, StageRun } from './stage';

/** So many rows are looked at together. */
const BATCH = 50;

const isRow = ({ id }: Pick<ImportContext, 'id'>, number: number) =>
  and(eq(importRow.importId, id), eq(importRow.phase, 'run'), eq(importRow.number, number));

/** Notes that a row was written once more, so that it can still be taken back. */
const noteWritten = (
  transaction: Database,
  context: Pick<ImportContext, 'id'>,
  number: number,
  { version }: EntryRecord,
  changes: readonly CellChange[],
) =>
  transaction
    .update(importRow)
    .set({
      written: version,
      changes: sql`${importRow.changes} || ${JSON.stringify(changes)}::jsonb`,
    })
    .where(isRow(context, number));

/** Notes what a row could not be given; its entry is there without it. */
const noteProblems = (
  database: Database,
  context: Pick<ImportContext, 'id'>,
  number: number,
  problems: readonly RowProblem[],
) => database.update(importRow).set({ problems }).where(isRow(context, number));

/** Writes what some rows could not say before, each where its entry is there. */
async function linkRows(
  { context: { services }, person }: StageRun,
  context: ImportContext,
  rows: Parameters<typeof lookAt>[2],
): Promise<void> {
  const { database } = services;
  const looked = await lookAt(database, context, rows, false);
  for (const { row, record, next, changes, problems } of looked) {
    if (!record) continue;
    if (problems.length > 0) await noteProblems(database, context, row.number, problems);
    if (!next || changes.length === 0) continue;
    try {
      const isWritten = await changeEntry(
        services,
        person,
        record,
        { version: record.version, ...next },
        async (transaction, written) => {
          await noteWritten(transaction, context, row.number, written, changes);
        },
      );
      if (!isWritten)
        throw new ProblemException('conflict', 'Somebody else saved this entry in the same moment.');
    } catch (error) {
      if (!(error instanceof ProblemException)) throw error;
      await noteProblems(database, context, row.number, [{ code: 'refused', message: error.detail }]);
    }
  }
}

/** Says of entries what names entries that came after them. */
export const linksStage = (table: string, late: readonly string[]): Stage => ({
  words: `Connecting the entries of “${table}”`,
  async carryOut(given) {
    const { context, run, mustEnd } = given;
    const { services } = context;
    const record = await importOf(given, table);
    const own = await rowContext(given, record, 'run', (column) => late.includes(column));
    return withFile(services, record.id, async (file) => {
      for await (const { rows } of gatheredPages(file)) {
        const open = rows.filter(({ number }) => number > run.row);
        for (let start = 0; start < open.length; start += BATCH) {
          const batch = open.slice(start, start + BATCH);
          await linkRows(given, own, batch);
          const isRunning = await noteMoveRun(services.database, run, {
            row: batch.at(-1)?.number ?? run.row,
          });
          if (!isRunning) return 'stopped';
          if (mustEnd()) return 'more';
        }
      }
      return 'done';
    });
  },
});

/** What an entry was before it was connected: new ones had nothing there. */
function unlinked(entry: EntryRecord, row: ImportRowRecord, fields: readonly string[]): JsonObject {
  const before = row.before?.values ?? {};
  const kept = Object.entries(entry.values).filter(([id]) => !fields.includes(id));
  return {
    ...Object.fromEntries(kept),
    ...Object.fromEntries(
      fields.flatMap((id) => {
        const value = before[id];
        return value === undefined ? [] : [[id, value] as const];
      }),
    ),
  };
}

/** Takes connections away again, so that each entry can be taken back as if it stood alone. */
export const unlinkStage = (table: string, late: readonly string[]): Stage => ({
  words: `Separating the entries of “${table}”`,
  async carryOut(given) {
    const { context, run, person, mustEnd } = given;
    const { services } = context;
    const { database } = services;
    const record = await importOf(given, table);
    const fields = record.recipe.columns.flatMap(({ column, to }) =>
      late.includes(column) && to !== null ? [to] : [],
    );
    let before = run.row === 0 ? LAST_ROW : run.row;
    for (;;) {
      const rows = await writtenRows(database, record.id, before, BATCH);
      const last = rows.at(-1);
      if (!last) return 'done';
      const entries = new Map(
        (
          await entriesById(
            database,
            rows.flatMap(({ entryId }) => entryId ?? []),
          )
        ).map((entry) => [entry.id, entry]),
      );
      for (const row of rows) {
        const entry = entries.get(row.entryId ?? '');
        // What somebody changed since stays, and is told when it is its turn.
        if (!entry || entry.version !== row.written) continue;
        const values = unlinked(entry, row, fields);
        if (fields.every((id) => values[id] === entry.values[id])) continue;
        const { title, slug, status, version } = entry;
        await changeEntry(
          services,
          person,
          entry,
          { version, title, slug, status, values },
          async (transaction, written) => {
            await noteWritten(transaction, record, row.number, written, []);
          },
          { unseen: values, pardon: { field: null } },
        );
      }
      before = last.number;
      if (!(await noteMoveRun(database, run, { row: before }))) return 'stopped';
      if (mustEnd()) return 'more';
    }
  },
});

/** No row has a larger number: it is what the database's numbers end with. */
const LAST_ROW = 2_147_483_647;
