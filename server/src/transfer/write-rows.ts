import type { EntrySave } from '@tovlet/core/contracts/studio';
import type { ImportedEntry } from '@tovlet/core/transfer/planned-entry';
import type { Database } from '../db/connect';
import { isConstraintViolation } from '../db/constraint-violation';
import type { EntryRecord } from '../db/schema';
import { changeTogether } from '../entries/change-together';
import { createTogether } from '../entries/create-together';
import { changeEntry, createEntry } from '../entries/service';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import type { ImportContext } from './import-context';
import { refusedRow, slugOf, type LookedAt } from './looked-at';
import { noteRows, type RowNote } from './queries';

/** What is noted of a row. */
export const rowNote = (
  { id, phase }: Pick<ImportContext, 'id' | 'phase'>,
  { row, outcome, title, record, changes, problems }: LookedAt,
  written: EntryRecord | null = null,
): RowNote => ({
  importId: id,
  phase,
  number: row.number,
  outcome,
  title,
  entryId: written?.id ?? record?.id ?? null,
  written: written?.version ?? null,
  before: written && record ? entryBefore(record) : null,
  changes,
  problems,
  cells: outcome === 'refused' ? row.cells : null,
});

/** What an entry was, whole, so that it can be put back. */
const entryBefore = ({ title, slug, status, values }: EntryRecord): ImportedEntry => ({
  title,
  slug,
  status,
  values,
});

/** A row with the entry that it is to be. */
type Meant = LookedAt & { readonly next: ImportedEntry };

const isMeant = (row: LookedAt): row is Meant => row.next !== null;

/** Notes rows in the transaction that writes their entries: they are done together, or not at all. */
const noting =
  (context: ImportContext, rows: readonly Meant[]) =>
  async (transaction: Database, written: readonly EntryRecord[]): Promise<void> => {
    const byId = new Map(written.map((record) => [record.id, record]));
    const notes = rows.map((row, at) => {
      const own = row.record ? byId.get(row.record.id) : written[at];
      return rowNote(context, row, own ?? null);
    });
    await noteRows(transaction, notes);
  };

async function makeOne(services: Services, context: ImportContext, row: Meant): Promise<void> {
  const { person, type } = context;
  const { title, status, values } = row.next;
  const slug = slugOf(row) ?? undefined;
  const given = { type: type.contentType.id, title, slug, status, values, parent: null, template: null };
  await createEntry(services, person, given, {
    authorId: null,
    ...(row.id === null ? {} : { id: row.id }),
    also: (transaction, written) => noteRows(transaction, [rowNote(context, row, written)]),
  });
}

async function changeOne(
  services: Services,
  context: ImportContext,
  row: Meant,
  record: EntryRecord,
): Promise<boolean> {
  const save: EntrySave = { version: record.version, ...row.next };
  return changeEntry(services, context.person, record, save, (transaction, written) =>
    noteRows(transaction, [rowNote(context, row, written)]),
  );
}

/** Writes one row alone. @returns the row as it was refused; null where it was written */
async function writeOne(services: Services, context: ImportContext, row: Meant): Promise<LookedAt | null> {
  const refuse = (message: string): LookedAt =>
    refusedRow(row.row, row.title, row.record, [{ code: 'refused', message }]);
  try {
    if (!row.record) {
      await makeOne(services, context, row);
      return null;
    }
    const changed = await changeOne(services, context, row, row.record);
    return changed
      ? null
      : refuse('Somebody else saved this entry in the same moment. Bring the row in again.');
  } catch (error) {
    if (isConstraintViolation(error, 'entry_slug')) return refuse('Another entry has its slug by now.');
    if (!(error instanceof ProblemException)) throw error;
    return refuse(error.detail);
  }
}

async function writeTogether(
  services: Services,
  context: ImportContext,
  rows: readonly Meant[],
  isNew: boolean,
): Promise<boolean> {
  const { person, type } = context;
  const typeId = type.contentType.id;
  const also = noting(context, rows);
  if (isNew) {
    const made = rows.map((row) => ({ ...row.next, slug: slugOf(row), id: row.id }));
    return createTogether(services, person, typeId, made, also);
  }
  const changes = rows.flatMap(({ record, next }) => (record ? [{ before: record, ...next }] : []));
  return changeTogether(services, person, typeId, changes, also);
}

/**
 * Writes the entries that rows come to, together where all of them can be, else each alone.
 * @returns the rows as they came out: some may be refused that looked well
 */
export async function writeRows(
  services: Services,
  context: ImportContext,
  looked: readonly LookedAt[],
): Promise<readonly LookedAt[]> {
  const out = new Map<number, LookedAt>();
  const meant = looked.filter(isMeant);
  for (const isNew of [true, false]) {
    const rows = meant.filter(({ record }) => (record === null) === isNew);
    if (rows.length === 0 || (await writeTogether(services, context, rows, isNew))) continue;
    for (const row of rows) {
      const refused = await writeOne(services, context, row);
      if (refused) out.set(row.row.number, refused);
    }
  }
  const all = looked.map((row) => out.get(row.row.number) ?? row);
  const others = all.filter((row) => !isMeant(row));
  await noteRows(
    services.database,
    others.map((row) => rowNote(context, row)),
  );
  return all;
}
