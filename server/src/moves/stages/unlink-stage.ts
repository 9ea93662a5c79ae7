import { personWith, seenBy } from '@tovlet/core/access/audience';
import { sameJson, type JsonObject } from '@tovlet/core/json';
import type { EntryRecord, ImportRecord, ImportRowRecord } from '../../db/schema';
import { entriesById } from '../../entries/queries';
import { changeEntry } from '../../entries/service';
import { ProblemException } from '../../http/problem';
import { writtenRows } from '../../transfer/queries';
import { noteMoveRun } from '../queries';
import { LINK_BATCH, noteWritten } from './link-notes';
import { importOf } from './rows-stage';
import type { Stage, StageRun } from './stage';

/** No row has a larger number: it is what the database's numbers end with. */
const LAST_ROW = 2_147_483_647;

/** The values of an entry as they were before it was connected: new ones had nothing there. */
function unlinked(entry: EntryRecord, row: ImportRowRecord, fields: readonly string[]): JsonObject {
  const before = Object.entries(row.before?.values ?? {}).filter(([id]) => fields.includes(id));
  const kept = Object.entries(entry.values).filter(([id]) => !fields.includes(id));
  return Object.fromEntries([...kept, ...before]);
}

/** Takes the connections of one entry away. What cannot be changed stays connected, and is told when it is its turn. */
async function unlink(
  { context, person }: StageRun,
  record: ImportRecord,
  row: ImportRowRecord,
  entry: EntryRecord,
  fields: readonly string[],
): Promise<void> {
  const values = unlinked(entry, row, fields);
  if (sameJson(values, entry.values)) return;
  const { title, slug, status, version, typeId } = entry;
  const type = context.stored.typeById.get(typeId);
  // As a form has it: of secrets only that there is one, which stays the one that was there.
  const seen = seenBy(personWith(person.role), type?.fields ?? [], values);
  try {
    await changeEntry(
      context.services,
      person,
      entry,
      { version, title, slug, status, values: seen },
      async (transaction, written) => {
        await noteWritten(transaction, record, row.number, written, []);
      },
      { unseen: values, pardon: { field: null } },
    );
  } catch (error) {
    if (!(error instanceof ProblemException)) throw error;
  }
}

/** Takes connections away again, so that each entry can be taken back as if it stood alone. */
export const unlinkStage = (table: string, late: readonly string[]): Stage => ({
  words: `Separating the entries of “${table}”`,
  async carryOut(given) {
    const { run, mustEnd, context } = given;
    const { database } = context.services;
    const record = await importOf(given, table);
    const fields = record.recipe.columns.flatMap(({ column, to }) =>
      late.includes(column) && to !== null ? [to] : [],
    );
    let before = run.row === 0 ? LAST_ROW : run.row;
    for (;;) {
      const rows = await writtenRows(database, record.id, before, LINK_BATCH);
      const last = rows.at(-1);
      if (!last) return 'done';
      const ids = rows.flatMap(({ entryId }) => entryId ?? []);
      const entries = new Map((await entriesById(database, ids)).map((entry) => [entry.id, entry]));
      for (const row of rows) {
        const entry = entries.get(row.entryId ?? '');
        // What somebody changed since stays, and is told when it is its turn.
        if (entry && entry.version === row.written) await unlink(given, record, row, entry, fields);
      }
      before = last.number;
      if (!(await noteMoveRun(database, run, { row: before }))) return 'stopped';
      if (mustEnd()) return 'more';
    }
  },
});
