import { newErrors } from '@tovlet/core/checks/index';
import { compileModel } from '@tovlet/core/model/compile';
import { ChangeRefused, makeChange } from '@tovlet/core/model/changes/index';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { planProblems, type PlanProblem } from '@tovlet/core/packages/plan-problems';
import { plannedChanges } from '@tovlet/core/packages/planned-changes';
import { gatheredDestinations } from '@tovlet/core/transfer/destinations';
import type { MoveRecord } from '../db/schema';
import { ProblemException } from '../http/problem';
import type { Services } from '../services';
import type { MoveContext } from '../transfer/packages/move-context';

/** The model that a plan leads to, compiled once for each plan on each model. */
const compiled = new WeakMap<CompiledModel, Map<string, CompiledModel>>();

function modelFor(stored: CompiledModel, { id, version, plan, tables }: MoveRecord): CompiledModel {
  const known = compiled.get(stored) ?? new Map<string, CompiledModel>();
  compiled.set(stored, known);
  const name = `${id} ${version}`;
  const found = known.get(name);
  if (found) return found;
  try {
    const changes = plannedChanges(stored.document, { plan, tables });
    const model = changes.length === 0 ? stored : compileModel(changes.reduce(makeChange, stored.document));
    known.set(name, model);
    return model;
  } catch (error) {
    if (!(error instanceof ChangeRefused)) throw error;
    throw new ProblemException('invalid', `The model cannot become what is planned: ${error.message}`);
  }
}

/** Columns that go to what is not there: their values would be lost without a word. */
function goneDestinations(model: CompiledModel, { plan }: MoveRecord): readonly PlanProblem[] {
  return plan.tables.flatMap(({ table, becomes }) => {
    const type = becomes.role === 'type' ? model.typeById.get(becomes.type) : undefined;
    if (!type || becomes.role !== 'type') return [];
    const known = new Set(gatheredDestinations(type, 'developer').map(({ id }) => id));
    const message = 'The field that it goes to is not there, or cannot hold it. Choose another one.';
    return becomes.columns
      .filter(({ to }) => to !== null && !known.has(to))
      .map(({ column }) => ({ table, column, message }));
  });
}

/**
 * Lists all that keeps a plan from being carried out: of the plan itself, and of the model that it leads to.
 * @throws what is wrong beside that
 */
export function problemsOf(stored: CompiledModel, record: MoveRecord): readonly PlanProblem[] {
  const { plan, tables } = record;
  const own = planProblems(stored.document, { plan, tables });
  const ofModel = (message: string): PlanProblem => ({ table: '', column: null, message });
  try {
    const after = modelFor(stored, record);
    return [
      ...own,
      ...goneDestinations(after, record),
      ...newErrors(stored, after).map(({ message }) => ofModel(message)),
    ];
  } catch (error) {
    if (!(error instanceof ProblemException)) throw error;
    return [...own, ofModel(error.detail)];
  }
}

/**
 * Puts together what a move is carried out by, at the moment.
 * @throws ProblemException where the model cannot become what is planned
 */
export async function moveContext(services: Services, record: MoveRecord): Promise<MoveContext> {
  const { model: stored } = await services.models.current();
  const { plan, tables } = record;
  return { services, record, planned: { plan, tables }, stored, model: modelFor(stored, record) };
}
