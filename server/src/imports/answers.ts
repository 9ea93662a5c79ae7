import type {
  ImportAnswer,
  ImportListItem,
  ImportRowAnswer,
  ImportRunAnswer,
} from '@tovlet/core/contracts/studio/imports';
import { desc, isNull } from 'drizzle-orm';
import type { Database } from '../db/connect';
import { contentImport, type ImportRecord, type ImportRowRecord, type ImportRunRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { importById, runsOf } from '../transfer/queries';

/** So many imports are listed: the last ones. */
const LISTED = 50;

/**
 * Finds an import.
 * @throws ProblemException where there is none
 */
export async function importOrRefuse(database: Database, id: string): Promise<ImportRecord> {
  const found = await importById(database, id);
  if (!found) throw new ProblemException('not_found', 'This import is not there, or was removed.');
  return found;
}

/**
 * Makes sure that a file stands alone: what is done with the tables of a package is done with all of them.
 * @throws ProblemException where it does not
 */
export function assertAlone({ moveId }: ImportRecord): void {
  if (moveId !== null)
    throw new ProblemException('in_use', 'These rows belong to a package: go on with the whole of it.');
}

/** How much of the work is done, from 0 to 1. */
function shareOf(run: ImportRunRecord, { bytes }: ImportRecord, runs: readonly ImportRunRecord[]): number {
  if (run.state === 'done') return 1;
  const before = runs.find(({ phase }) => phase === (run.phase === 'take_back' ? 'run' : 'rehearse'));
  const rows = before?.report.rows ?? 0;
  // Once it was read, it is known how many rows there are.
  if (rows > 0 && run.phase !== 'rehearse') return Math.min(1, run.report.rows / rows);
  return bytes === 0 ? 0 : Math.min(1, run.place.byte / bytes);
}

function runAnswer(
  run: ImportRunRecord,
  record: ImportRecord,
  runs: readonly ImportRunRecord[],
): ImportRunAnswer {
  const { phase, state, problem, report, startedAt, endedAt } = run;
  const isCurrent = run.of === record.version;
  return { phase, state, problem, report, startedAt, endedAt, isCurrent, share: shareOf(run, record, runs) };
}

/** An import as the workbench gets it. */
export async function importAnswer(database: Database, record: ImportRecord): Promise<ImportAnswer> {
  const { id, version, filename, bytes, typeId, source, columns, problem } = record;
  const { recipe, sureness, personName, createdAt } = record;
  const runs = await runsOf(database, [id]);
  return {
    id,
    version,
    filename,
    bytes,
    type: typeId,
    source,
    columns,
    problem,
    recipe,
    sureness,
    runs: runs.map((run) => runAnswer(run, record, runs)),
    author: personName,
    createdAt,
  };
}

/** The last imports, the newest first. */
export async function lastImports(database: Database): Promise<readonly ImportListItem[]> {
  const records = await database
    .select()
    .from(contentImport)
    .where(isNull(contentImport.moveId))
    .orderBy(desc(contentImport.createdAt))
    .limit(LISTED);
  const runs = await runsOf(
    database,
    records.map(({ id }) => id),
  );
  return records.map(({ id, filename, typeId, personName, createdAt }) => {
    const last = runs.findLast(({ importId }) => importId === id);
    return {
      id,
      filename,
      type: typeId,
      author: personName,
      createdAt,
      last: last ? { phase: last.phase, state: last.state, report: last.report } : null,
    };
  });
}

/** A row as the workbench gets it. */
export const rowAnswer = (row: ImportRowRecord): ImportRowAnswer => {
  const { number, outcome, title, entryId, changes, problems, cells } = row;
  return { number, outcome, title, entry: entryId, changes, problems, cells };
};
