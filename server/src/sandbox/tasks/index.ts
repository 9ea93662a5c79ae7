import { expressionTask, type ExpressionOutcome, type ExpressionTask } from './expression';
import { pageTask, type PageTask } from './page';
import { parseLiquidTask, type ParseLiquidTask } from './parse-liquid';
import { readExpressionTask, type ReadExpressionTask } from './read-expression';
import type { ExpressionFault } from '@tovlet/core/expressions/engine';
import type { TaskContext, TaskRunner } from './task';

/** Everything a child process can be asked to do. */
export type SandboxTask = ExpressionTask | ReadExpressionTask | ParseLiquidTask | PageTask;

/** What each kind of task answers. */
export interface SandboxResults {
  /** An outcome for each input of each call. */
  expression: readonly (readonly ExpressionOutcome[])[];
  read_expression: ExpressionFault | null;
  parse_liquid: null;
  page: string;
}

type RunnerOf<Kind extends SandboxTask['kind']> = TaskRunner<
  Extract<SandboxTask, { kind: Kind }>,
  SandboxResults[Kind]
>;

const runners: { readonly [Kind in SandboxTask['kind']]: RunnerOf<Kind> } = {
  expression: expressionTask,
  read_expression: readExpressionTask,
  parse_liquid: parseLiquidTask,
  page: pageTask,
};

/** Runs a task where it stands: in a child process. */
export async function runTask(task: SandboxTask, context: TaskContext): Promise<unknown> {
  switch (task.kind) {
    case 'expression':
      return runners.expression.run(task, context);
    case 'read_expression':
      return runners.read_expression.run(task, context);
    case 'parse_liquid':
      return runners.parse_liquid.run(task, context);
    case 'page':
      return runners.page.run(task, context);
  }
}
