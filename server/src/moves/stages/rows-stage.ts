import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { EMPTY_REPORT } from '@tovlet/core/transfer/import-report';
import { and, eq } from 'drizzle-orm';
import { importRun, type ImportRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import { followImport } from '../../jobs/bring_in/follow-import';
import { contextOf, type ImportContext } from '../../transfer/import-context';
import { runOf } from '../../transfer/queries';
import { gatheredPages } from '../../transfer/sources/gathered';
import { importsOfMove } from '../queries';
import { moveContext } from '../planned-model';
import type { Stage, StageRun } from './stage';

/** The import of a table. @throws ProblemException where its rows were not gathered */
export async function importOf(
  { context: { services, record } }: Pick<StageRun, 'context'>,
  table: string,
): Promise<ImportRecord> {
  const found = (await importsOfMove(services.database, record.id)).find(
    ({ moveTable }) => moveTable === table,
  );
  if (!found)
    throw new ProblemException('invalid', `The rows of “${table}” were not gathered. Rehearse it again.`);
  return found;
}

/**
 * What the rows of a table are looked at by: in a rehearsal, the model as it will be.
 * @param isTaken which of its columns are taken
 */
export async function rowContext(
  { context, person }: Pick<StageRun, 'context' | 'person'>,
  record: ImportRecord,
  phase: ImportPhase,
  isTaken: (column: string) => boolean,
): Promise<ImportContext> {
  const { services, record: move } = context;
  const { model, stored } = await moveContext(services, move);
  const recipe = { ...record.recipe, columns: record.recipe.columns.filter(({ column }) => isTaken(column)) };
  return contextOf({ ...record, recipe }, phase, person, model, {
    origin: move.origin,
    move: move.id,
    stored: stored.typeById.get(record.typeId) ?? null,
  });
}

/** Does with the rows of a table what is done with all of them. @param late columns that wait until the entries of all tables are there */
export const rowsStage = (table: string, phase: ImportPhase, late: readonly string[]): Stage => ({
  words: `Going through the rows of “${table}”`,
  async carryOut(given) {
    const { context, run, mustEnd } = given;
    const { services } = context;
    const { database } = services;
    const record = await importOf(given, table);
    await database
      .insert(importRun)
      .values({
        importId: record.id,
        phase,
        state: 'running',
        of: record.version,
        personId: run.personId,
        place: { byte: 0, row: 1 },
        report: EMPTY_REPORT,
      })
      .onConflictDoNothing();
    await database
      .update(importRun)
      .set({ state: 'running', endedAt: null, problem: null })
      .where(
        and(eq(importRun.importId, record.id), eq(importRun.phase, phase), eq(importRun.state, 'stopped')),
      );
    const own = await runOf(database, record.id, phase);
    if (own?.state !== 'running') return 'done';
    const waits = new Set(late);
    const isDone = await followImport({
      services,
      record,
      run: own,
      mustEnd,
      pages: gatheredPages,
      contextFor: (person) => rowContext({ context, person }, record, phase, (column) => !waits.has(column)),
    });
    if (!isDone) return 'more';
    const after = await runOf(database, record.id, phase);
    if (after?.state === 'failed')
      throw new ProblemException('invalid', `“${table}”: ${after.problem ?? 'its rows cannot be read.'}`);
    return after?.state === 'stopped' ? 'stopped' : 'done';
  },
});
