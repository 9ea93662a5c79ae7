import type { MoveAnswer, MoveListItem, MoveRunAnswer } from '@tovlet/core/contracts/studio/moves';
import { applyChange, ChangeRefused, describeChange } from '@tovlet/core/model/changes/index';
import type { ModelDocument } from '@tovlet/core/model/document';
import { plannedChanges, type PlannedTables } from '@tovlet/core/packages/planned-changes';
import type { MoveRecord, MoveRunRecord } from '../db/schema';
import { importAnswer } from '../imports/answers';
import type { Services } from '../services';
import { problemsOf } from './planned-model';
import { importsOfMove, lastMoves, moveRunsOf } from './queries';
import { stagesOf } from './stages/index';

function runAnswer(run: MoveRunRecord, { version, plan, tables }: MoveRecord): MoveRunAnswer {
  const { phase, state, problem, of, stage, startedAt, endedAt } = run;
  const stages = stagesOf({ plan, tables }, phase);
  const share = state === 'done' || stages.length === 0 ? 1 : stage / stages.length;
  const at = state === 'running' ? (stages[stage]?.words ?? null) : null;
  return { phase, state, problem, share, at, isCurrent: of === version, startedAt, endedAt };
}

/**
 * What becomes of the model, in words; what cannot be made is told as a problem.
 * @throws what is wrong beside that
 */
function changesInWords(document: ModelDocument, planned: PlannedTables): readonly string[] {
  const words: string[] = [];
  try {
    let now = document;
    for (const change of plannedChanges(document, planned)) {
      words.push(describeChange(now, change));
      now = applyChange(now, change);
    }
  } catch (error) {
    if (!(error instanceof ChangeRefused)) throw error;
  }
  return words;
}

/** A move as the workbench gets it. */
export async function moveAnswer(services: Services, record: MoveRecord): Promise<MoveAnswer> {
  const { database, models } = services;
  const { id, version, filename, bytes, title, tables, plan, terms, personName, createdAt } = record;
  const { model } = await models.current();
  const runs = await moveRunsOf(database, [id]);
  const imports = await importsOfMove(database, id);
  const answers = await Promise.all(
    imports.map(async (each) => [each.moveTable ?? '', await importAnswer(database, each)] as const),
  );
  return {
    id,
    version,
    filename,
    bytes,
    title,
    tables,
    plan,
    problems: problemsOf(model, record),
    changes: changesInWords(model.document, { plan, tables }),
    terms,
    imports: Object.fromEntries(answers),
    runs: runs.map((run) => runAnswer(run, record)),
    author: personName,
    createdAt,
  };
}

/** The last moves, the newest first. */
export async function listMoves({ database }: Services): Promise<readonly MoveListItem[]> {
  const records = await lastMoves(database);
  const runs = await moveRunsOf(
    database,
    records.map(({ id }) => id),
  );
  return records.map(({ id, filename, title, personName, createdAt }) => {
    const last = runs.findLast(({ moveId }) => moveId === id);
    return {
      id,
      filename,
      title,
      author: personName,
      createdAt,
      last: last ? { phase: last.phase, state: last.state } : null,
    };
  });
}
