import type { ReportedRow } from '@tovlet/core/transfer/import-report';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import type { Services } from '../../services';
import type { ImportContext } from '../../transfer/import-context';
import { lookAt } from '../../transfer/look-at';
import { reported, type LookedAt } from '../../transfer/looked-at';
import { noteRefused } from '../../transfer/packages/source-keys';
import { notedRows, noteRows } from '../../transfer/queries';
import { rowNote, writeRows } from '../../transfer/write-rows';

/** Notes what rows come to, where nothing is written but that. */
async function noteOnly(
  { database }: Services,
  context: ImportContext,
  looked: readonly LookedAt[],
): Promise<readonly LookedAt[]> {
  await noteRows(
    database,
    looked.map((row) => rowNote(context, row)),
  );
  return looked;
}

/**
 * Does with rows what their import is at: writes their entries, or only notes what they come to. What a step did that ended before
 * it was noted how far it came is not done again.
 * @returns what became of each
 */
export async function doRows(
  services: Services,
  context: ImportContext,
  rows: readonly SourceRow[],
): Promise<readonly ReportedRow[]> {
  const { id, phase } = context;
  const numbers = rows.map(({ number }) => number);
  const noted = await notedRows(services.database, id, phase, numbers);
  const known = new Set(noted.map(({ number }) => number));
  const open = rows.filter(({ number }) => !known.has(number));
  const looked = await lookAt(services.database, context, open);
  const done = await (phase === 'run' ? writeRows : noteOnly)(services, context, looked);
  if (context.gathered) await noteRefused(services.database, context.gathered.origin, done);
  const before = noted.map(({ outcome, changes, problems }) => ({
    outcome,
    changes: changes.map(({ to }) => to),
    values: [],
    problems,
  }));
  return [...before, ...done.map(reported)];
}
