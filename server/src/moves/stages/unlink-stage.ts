import type { JsonObject } from '@tovlet/core/json';
import { sameJson } from '@tovlet/core/json';
import type { EntryRecord, ImportRowRecord } from '../../db/schema';
import { entriesById } from '../../entries/queries';
import { changeEntry } from '../../entries/service';
import { writtenRows } from '../../transfer/queries';
import { noteMoveRun } from '../queries';
import { LINK_BATCH, noteWritten } from './link-notes';
import { importOf } from './rows-stage';
import type { Stage } from './stage';

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
      const rows = await writtenRows(database, record.id, before, LINK_BATCH);
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
        if (sameJson(values, entry.values)) continue;
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
