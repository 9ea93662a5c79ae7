import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { ImportAnswer, ImportPhase, importStartSchema } from '@tovlet/core/contracts/studio/imports';
import { EMPTY_REPORT } from '@tovlet/core/transfer/import-report';
import { and, eq, inArray } from 'drizzle-orm';
import type * as z from 'zod';
import type { Database } from '../db/connect';
import { contentImport, importRun, type ImportRecord, type ImportRunRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import { bringIn } from '../jobs/bring_in/bring-in';
import type { Services } from '../services';
import { noteRun, runsOf } from '../transfer/queries';
import { assertAlone, importAnswer, importOrRefuse } from './answers';
import { assertIdle, isDone, isWritten } from './run-states';

/** Why something cannot be done with a file now; null where it can. */
function hindrance(
  { version, problem }: ImportRecord,
  runs: readonly ImportRunRecord[],
  phase: ImportPhase,
): string | null {
  const run = runs.find((each) => each.phase === 'run');
  if (phase === 'rehearse')
    return problem ?? (isWritten(runs) ? 'It was run already: verify it, or take it back.' : null);
  if (phase !== 'run') {
    if (!run) return 'It was not run yet.';
    return isDone(runs, 'take_back') ? 'It was taken back.' : null;
  }
  if (run?.state === 'done' && isWritten(runs)) return 'It was run already: verify it, or take it back.';
  const rehearsed = runs.find((each) => each.phase === 'rehearse');
  return rehearsed?.state === 'done' && rehearsed.of === version
    ? null
    : 'Rehearse it as it is matched now, before it is run.';
}

/** What is forgotten when something begins anew: what follows from it. */
const REPLACES: Readonly<Record<ImportPhase, readonly ImportPhase[]>> = {
  rehearse: ['rehearse', 'run', 'verify', 'take_back'],
  run: ['run', 'verify', 'take_back'],
  verify: ['verify'],
  // What was verified is not there any more.
  take_back: ['take_back', 'verify'],
};

/** Goes on with what was stopped, or begins. */
async function begin(
  transaction: Database,
  record: ImportRecord,
  runs: readonly ImportRunRecord[],
  phase: ImportPhase,
  person: PersonSummary,
): Promise<void> {
  const own = and(eq(importRun.importId, record.id), eq(importRun.phase, phase));
  const before = runs.find((run) => run.phase === phase);
  const canGoOn = phase === 'run' || phase === 'take_back';
  const goesOn = canGoOn && before && before.state !== 'done' && isWritten(runs);
  if (goesOn) {
    await transaction.update(importRun).set({ state: 'running', endedAt: null, problem: null }).where(own);
    return;
  }
  await transaction
    .delete(importRun)
    .where(and(eq(importRun.importId, record.id), inArray(importRun.phase, [...REPLACES[phase]])));
  await transaction.insert(importRun).values({
    importId: record.id,
    phase,
    state: 'running',
    of: record.version,
    personId: person.id,
    place: { byte: 0, row: 1 },
    report: EMPTY_REPORT,
  });
}

/**
 * Begins to do something with all rows of a file, or goes on with what writes and was stopped.
 * @throws ProblemException where it cannot be done now
 */
export async function startImport(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, phase }: z.output<typeof importStartSchema>,
): Promise<ImportAnswer> {
  const { database, jobs, events } = services;
  await database.transaction(async (transaction) => {
    // Whoever begins something at the same moment waits, and finds it begun.
    const [record] = await transaction
      .select()
      .from(contentImport)
      .where(eq(contentImport.id, id))
      .for('update');
    if (!record) throw new ProblemException('not_found', 'This import is not there, or was removed.');
    assertAlone(record);
    if (record.version !== version)
      throw new ProblemException('conflict', 'Somebody else matched this file meanwhile. Look at it again.');
    const runs = await runsOf(transaction, [id]);
    assertIdle(runs);
    const why = hindrance(record, runs, phase);
    if (why !== null) throw new ProblemException('invalid', why);
    await begin(transaction, record, runs, phase, person);
    await jobs.send(bringIn, { import: id, phase }, transaction);
  });
  jobs.wake();
  await events.publish({ kind: 'import', id });
  return importAnswer(database, await importOrRefuse(database, id));
}

/** Stops whatever is being done with a file: what is done stays, and a run can go on. */
export async function stopImport({ database, events }: Services, id: string): Promise<ImportAnswer> {
  const record = await importOrRefuse(database, id);
  assertAlone(record);
  for (const run of await runsOf(database, [id]))
    if (run.state === 'running') await noteRun(database, run, { state: 'stopped' });
  await events.publish({ kind: 'import', id });
  return importAnswer(database, record);
}
