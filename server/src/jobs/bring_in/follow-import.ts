import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { includesRole } from '@tovlet/core/roles';
import { withRows } from '@tovlet/core/transfer/import-report';
import type { Database } from '../../db/connect';
import type { FilePlace, ImportRecord, ImportRunRecord } from '../../db/schema';
import { editorById } from '../../entries/editor-by-id';
import { ProblemException } from '../../http/problem';
import type { Services } from '../../services';
import type { ImportContext } from '../../transfer/import-context';
import { noteRun, writtenRows } from '../../transfer/queries';
import { UnreadableSource, type SourcePage } from '../../transfer/sources/source-format';
import { takeBackRows } from '../../transfer/take-back-rows';
import { withFile } from '../../transfer/with-file';
import { doRows } from './do-rows';

/** So many rows are written in one transaction, and looked at together. */
const BATCH = 50;

/** Rows are taken back one by one: so many before it is noted how far it came. */
const TAKEN_BACK = 25;

/** No row has a larger number: it is what the database's numbers end with. */
const LAST_ROW = 2_147_483_647;

/** What goes on: the import, what is done with it, and whether there is time for more. */
export interface Following {
  readonly services: Services;
  readonly record: ImportRecord;
  readonly run: ImportRunRecord;
  readonly mustEnd: () => boolean;
  /** How its rows are read. */
  pages(file: string, from: FilePlace | null): AsyncGenerator<SourcePage>;
  /** What they are looked at by, at the moment. */
  contextFor(person: PersonSummary): Promise<ImportContext>;
}

/**
 * Finds in whose name it is done.
 * @throws ProblemException where they are no developer any more
 */
export async function developerOf(
  database: Database,
  { personId }: Pick<ImportRunRecord, 'personId'>,
): Promise<PersonSummary> {
  const person = await editorById(database, personId);
  if (!person || !includesRole(person.role, 'developer'))
    throw new ProblemException('forbidden', 'Whoever asked for it may not bring files in any more.');
  return person;
}

/** Looks at the rows of a file from where it was left, and writes them where that is what is done. @returns whether all were */
async function followRows(following: Following): Promise<boolean> {
  const { services, record, run, mustEnd } = following;
  const { database } = services;
  let { report, done } = run;
  return withFile(services, record.id, async (file) => {
    // Before the first page is done, it begins with what stands before the rows.
    const place = run.place.byte === 0 ? null : run.place;
    for await (const page of following.pages(file, place)) {
      const rows = page.rows.filter(({ number }) => number > done);
      for (let start = 0; start < rows.length; start += BATCH) {
        const person = await developerOf(database, run);
        const context = await following.contextFor(person);
        const batch = rows.slice(start, start + BATCH);
        report = withRows(report, await doRows(services, context, batch));
        done = batch.at(-1)?.number ?? done;
        const isRunning = await noteRun(database, run, { report, done });
        await services.events.publish({ kind: 'import', id: record.id });
        if (!isRunning) return true;
        if (mustEnd()) return false;
      }
      if (!(await noteRun(database, run, { place: page.next }))) return true;
    }
    return true;
  });
}

/** Takes back what was written, from the last row to the first. @returns whether all was */
async function takeBack({ services, record, run, mustEnd }: Following): Promise<boolean> {
  const { database } = services;
  let { report, done } = run;
  for (;;) {
    // Counted from the last row down: 0 before any was taken back.
    const rows = await writtenRows(database, record.id, done === 0 ? LAST_ROW : done, TAKEN_BACK);
    const last = rows.at(-1);
    if (!last) return true;
    const person = await developerOf(database, run);
    report = withRows(report, await takeBackRows(services, record, person, rows));
    done = last.number;
    const isRunning = await noteRun(database, run, { report, done });
    await services.events.publish({ kind: 'import', id: record.id });
    if (!isRunning) return true;
    if (mustEnd()) return false;
  }
}

/**
 * Does with the rows of a file what was asked for, as many as there is time for; how far it came is noted with them.
 * @returns whether all is done, or it was stopped; what it failed by is noted
 */
export async function followImport(following: Following): Promise<boolean> {
  const { services, run } = following;
  try {
    if (!(await (run.phase === 'take_back' ? takeBack(following) : followRows(following)))) return false;
    await noteRun(services.database, run, { state: 'done' });
  } catch (error) {
    const isTold = error instanceof UnreadableSource || error instanceof ProblemException;
    if (!isTold) throw error;
    await noteRun(services.database, run, { state: 'failed', problem: error.message });
  }
  await services.events.publish({ kind: 'import', id: run.importId });
  return true;
}
