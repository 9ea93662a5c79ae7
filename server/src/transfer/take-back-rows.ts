import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { ReportedRow, RowOutcome } from '@tovlet/core/transfer/import-report';
import type { Database } from '../db/connect';
import { isConstraintViolation } from '../db/constraint-violation';
import type { ImportRecord, ImportRowRecord } from '../db/schema';
import { entryById } from '../entries/queries';
import { binEntry, changeEntry } from '../entries/service';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { noteRows } from './queries';

/** What became of what a row had made. */
interface TakenBack {
  readonly outcome: RowOutcome;
  /** Why it stays; null where it was taken back. */
  readonly problem: string | null;
}

const refused = (problem: string): TakenBack => ({ outcome: 'refused', problem });

/**
 * Takes back what a row did: its entry goes to the bin, or is again what it was, unless somebody changed it since.
 * @param note writes, in the same transaction, that it was
 */
async function takeBackOne(
  services: Services,
  person: PersonSummary,
  row: ImportRowRecord,
  note: (transaction: Database) => Promise<void>,
): Promise<TakenBack> {
  const { database } = services;
  const record = row.entryId === null ? undefined : await entryById(database, row.entryId);
  if (!record) return { outcome: 'left', problem: null };
  if (record.version !== row.written) return refused('It was changed again since.');
  try {
    if (row.outcome === 'new')
      return (await binEntry(services, person, record, note))
        ? { outcome: 'changed', problem: null }
        : refused('It was changed again since.');
    if (!row.before) return refused('What it was before is not known.');
    const pardon = { field: null };
    const { values } = row.before;
    const type = (await services.models.current()).model.typeById.get(record.typeId);
    // As a form has it: of secrets only that there is one, which stays the one that was there.
    const seen = seenBy(personWith(person.role), type?.fields ?? [], values);
    const save = { version: record.version, ...row.before, values: seen };
    // What was there may have been as wrong then as it is now.
    return (await changeEntry(services, person, record, save, note, { unseen: values, pardon }))
      ? { outcome: 'changed', problem: null }
      : refused('It was changed again since.');
  } catch (error) {
    if (isConstraintViolation(error, 'entry_slug')) return refused('Another entry has its slug by now.');
    if (!(error instanceof ProblemException)) throw error;
    return refused(error.detail);
  }
}

/**
 * Takes back what some rows did, one by one.
 * @returns what became of each
 */
export async function takeBackRows(
  services: Services,
  { id }: Pick<ImportRecord, 'id'>,
  person: PersonSummary,
  rows: readonly ImportRowRecord[],
): Promise<readonly ReportedRow[]> {
  const reported: ReportedRow[] = [];
  for (const row of rows) {
    const { number, title, entryId } = row;
    const note = (outcome: RowOutcome, problem: string | null) => ({
      importId: id,
      phase: 'take_back' as const,
      number,
      title,
      entryId,
      outcome,
      problems: problem === null ? [] : [{ code: 'refused' as const, message: problem }],
    });
    const { outcome, problem } = await takeBackOne(services, person, row, (transaction) =>
      noteRows(transaction, [note('changed', null)]),
    );
    await noteRows(services.database, [note(outcome, problem)]);
    reported.push({ outcome, changes: [], values: [], problems: note(outcome, problem).problems });
  }
  return reported;
}
