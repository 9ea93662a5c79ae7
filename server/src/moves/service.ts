import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type {
  MoveAnswer,
  MoveCreate,
  MovePhase,
  moveSaveSchema,
  moveStartSchema,
} from '@tovlet/core/contracts/studio/moves';
import { newId } from '@tovlet/core/ids';
import { proposeMove } from '@tovlet/core/packages/propose-move';
import type { MovePlan } from '@tovlet/core/packages/move-plan';
import { and, eq, inArray } from 'drizzle-orm';
import { stat } from 'node:fs/promises';
import type * as z from 'zod';
import type { Database } from '../db/connect';
import { importRun, siteMove, siteMoveRun, type MoveRecord, type MoveRunRecord } from '../db/schema';
import { safeName } from '../files/safe-name';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import { withPackage } from '../transfer/packages/open-package';
import { tablesOf } from '../transfer/packages/tables-of';
import { UnreadableSource } from '../transfer/sources/source-format';
import { keepFile, placeOfFile } from '../transfer/with-file';
import { moveAnswer } from './answers';
import { moveSite } from './move-site';
import { problemsOf } from './planned-model';
import { importsOfMove, isOriginBusy, moveOrRefuse, moveRunsOf, noteMoveRun } from './queries';

/**
 * Brings a package that was uploaded, looks at its tables, and proposes what they become.
 * @throws ProblemException where it cannot be read as one
 */
export async function createMove(
  services: Services,
  person: PersonSummary,
  { upload }: MoveCreate,
): Promise<MoveAnswer> {
  const { database, models, uploads, events } = services;
  const { model } = await models.current();
  const record = await uploads.take(person, upload, async (file, name) => {
    try {
      const { own, tables } = await withPackage(file, async (open) => ({
        own: open,
        tables: await tablesOf(open),
      }));
      const id = newId('i', 12);
      const filename = safeName(name, 'package.zip');
      await keepFile(services, id, file);
      const title = own.title || own.name || filename;
      const { size: bytes } = await stat(file);
      const [made] = await database
        .insert(siteMove)
        .values({
          id,
          filename,
          bytes,
          origin: own.name || filename,
          title: title.slice(0, 200),
          tables,
          plan: proposeMove(model, tables, person.role),
          personId: person.id,
          personName: person.name,
        })
        .returning();
      return made;
    } catch (error) {
      if (!(error instanceof UnreadableSource)) throw error;
      throw new ProblemException('invalid', error.message);
    }
  });
  if (!record) throw new Error('The move was not inserted');
  await events.publish({ kind: 'import', id: record.id });
  return moveAnswer(services, record);
}

const isWritten = (runs: readonly MoveRunRecord[]): boolean =>
  runs.some(({ phase }) => phase === 'run') &&
  !runs.some(({ phase, state }) => phase === 'take_back' && state === 'done');

function assertIdle(runs: readonly MoveRunRecord[]): void {
  if (runs.some(({ state }) => state === 'running'))
    throw new ProblemException(
      'in_use',
      'Something is being done with this package. Stop it first, or wait for its end.',
    );
}

/** Finds a move, and lets whoever asks for it at the same moment wait. */
async function locked(transaction: Database, id: string): Promise<MoveRecord> {
  const [record] = await transaction.select().from(siteMove).where(eq(siteMove.id, id)).for('update');
  if (!record) throw new ProblemException('not_found', 'This transfer is not there, or was removed.');
  return record;
}

/**
 * Refuses a plan that is about other tables than the package has.
 * @throws ProblemException where it is
 */
function assertOfPackage({ tables }: MoveRecord, plan: MovePlan): void {
  const known = new Set(tables.map(({ name }) => name));
  const own = plan.tables.map(({ table }) => table);
  if (own.length === known.size && new Set(own).size === own.length && own.every((name) => known.has(name)))
    return;
  throw new ProblemException('invalid', 'Say of each table of the package what it becomes, once.', [
    { path: '/plan/tables', message: 'Other tables than the package has.', code: 'unknown_table' },
  ]);
}

function assertCurrent({ version }: MoveRecord, seen: number): void {
  if (version !== seen)
    throw new ProblemException(
      'conflict',
      'Somebody else changed this plan meanwhile. Look at it again.',
      [],
      {
        version,
      },
    );
}

/**
 * Saves what becomes of the tables.
 * @throws ProblemException where it was saved by somebody else since, or was run
 */
export async function saveMove(
  services: Services,
  id: string,
  { version, plan }: z.output<typeof moveSaveSchema>,
): Promise<MoveAnswer> {
  const { database, events } = services;
  const saved = await database.transaction(async (transaction) => {
    const record = await locked(transaction, id);
    assertCurrent(record, version);
    const runs = await moveRunsOf(transaction, [id]);
    assertIdle(runs);
    if (isWritten(runs))
      throw new ProblemException(
        'in_use',
        'This package was brought in. Take it back first, or bring it again.',
      );
    assertOfPackage(record, plan);
    const [written] = await transaction
      .update(siteMove)
      .set({ plan, version: version + 1 })
      .where(eq(siteMove.id, id))
      .returning();
    return written;
  });
  if (!saved) throw new Error('The move was not updated');
  await events.publish({ kind: 'import', id });
  return moveAnswer(services, saved);
}

/** Why something cannot be done with a package now; null where it can. */
function hindrance({ version }: MoveRecord, runs: readonly MoveRunRecord[], phase: MovePhase): string | null {
  const run = runs.find((each) => each.phase === 'run');
  const isTakenBack = !isWritten(runs) && run !== undefined;
  if (phase === 'rehearse') return isWritten(runs) ? 'It was run already: verify it, or take it back.' : null;
  if (phase !== 'run') {
    if (!run) return 'It was not run yet.';
    return isTakenBack ? 'It was taken back.' : null;
  }
  if (run?.state === 'done' && isWritten(runs)) return 'It was run already: verify it, or take it back.';
  const rehearsed = runs.find((each) => each.phase === 'rehearse');
  return rehearsed?.state === 'done' && rehearsed.of === version
    ? null
    : 'Rehearse it as it is planned now, before it is run.';
}

/** What is forgotten when something begins anew: what follows from it. */
const REPLACES: Readonly<Record<MovePhase, readonly MovePhase[]>> = {
  rehearse: ['rehearse', 'run', 'verify', 'take_back'],
  run: ['run', 'verify', 'take_back'],
  verify: ['verify'],
  take_back: ['take_back', 'verify'],
};

/** Goes on with what was stopped, or begins. */
async function begin(
  transaction: Database,
  record: MoveRecord,
  runs: readonly MoveRunRecord[],
  phase: MovePhase,
  person: PersonSummary,
): Promise<void> {
  const before = runs.find((run) => run.phase === phase);
  const own = and(eq(siteMoveRun.moveId, record.id), eq(siteMoveRun.phase, phase));
  const goesOn =
    (phase === 'run' || phase === 'take_back') && before && before.state !== 'done' && isWritten(runs);
  if (goesOn) {
    await transaction.update(siteMoveRun).set({ state: 'running', endedAt: null, problem: null }).where(own);
    return;
  }
  const replaced = [...REPLACES[phase]];
  await transaction
    .delete(siteMoveRun)
    .where(and(eq(siteMoveRun.moveId, record.id), inArray(siteMoveRun.phase, replaced)));
  const imports = (await importsOfMove(transaction, record.id)).map(({ id }) => id);
  if (imports.length > 0)
    await transaction
      .delete(importRun)
      .where(and(inArray(importRun.importId, imports), inArray(importRun.phase, replaced)));
  await transaction
    .insert(siteMoveRun)
    .values({ moveId: record.id, phase, state: 'running', of: record.version, personId: person.id });
}

/**
 * Begins to do something with a whole package, or goes on with what writes and was stopped.
 * @throws ProblemException where it cannot be done now
 */
export async function startMove(
  services: Services,
  person: PersonSummary,
  id: string,
  { version, phase }: z.output<typeof moveStartSchema>,
): Promise<MoveAnswer> {
  const { database, jobs, events, models } = services;
  const { model } = await models.current();
  await database.transaction(async (transaction) => {
    const record = await locked(transaction, id);
    assertCurrent(record, version);
    const runs = await moveRunsOf(transaction, [id]);
    assertIdle(runs);
    if (await isOriginBusy(transaction, record))
      throw new ProblemException(
        'in_use',
        'Another package of the same name is under way. Wait for its end.',
      );
    const why = hindrance(record, runs, phase);
    if (why !== null) throw new ProblemException('invalid', why);
    const problems = phase === 'rehearse' ? problemsOf(model, record) : [];
    if (problems.length > 0)
      throw new ProblemException(
        'invalid',
        problems[0]?.message ?? '',
        problems.map(({ table, column, message }) => ({
          path: column === null ? `/${table}` : `/${table}/${column}`,
          message,
          code: 'plan',
        })),
      );
    await begin(transaction, record, runs, phase, person);
    await jobs.send(moveSite, { move: id, phase }, transaction);
  });
  jobs.wake();
  await events.publish({ kind: 'import', id });
  return moveAnswer(services, await moveOrRefuse(database, id));
}

/** Stops whatever is being done with a package: what is done stays, and a run can go on. */
export async function stopMove(services: Services, id: string): Promise<MoveAnswer> {
  const { database, events } = services;
  const record = await moveOrRefuse(database, id);
  for (const run of await moveRunsOf(database, [id]))
    if (run.state === 'running') await noteMoveRun(database, run, { state: 'stopped' });
  const imports = (await importsOfMove(database, id)).map((each) => each.id);
  if (imports.length > 0)
    await database
      .update(importRun)
      .set({ state: 'stopped' })
      .where(and(inArray(importRun.importId, imports), eq(importRun.state, 'running')));
  await events.publish({ kind: 'import', id });
  return moveAnswer(services, record);
}

/**
 * Removes a move with its package; what it brought stays.
 * @throws ProblemException where something is being done with it
 */
export async function removeMove(services: Services, id: string): Promise<void> {
  const { database, mediaStore, events } = services;
  await moveOrRefuse(database, id);
  assertIdle(await moveRunsOf(database, [id]));
  for (const own of [id, ...(await importsOfMove(database, id)).map((each) => each.id)])
    await mediaStore.remove(placeOfFile(own));
  await database.delete(siteMove).where(eq(siteMove.id, id));
  await events.publish({ kind: 'import', id });
}
