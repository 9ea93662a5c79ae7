import { ExpressionStopped, isFault } from '@tovlet/core/expressions/engine';
import { jsonataEngine } from '@tovlet/core/expressions/jsonata-engine';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import type { TaskRunner } from './task';

/** Several inputs that are seen from one entry. */
export interface ExpressionCall {
  readonly inputs: readonly JsonValue[];
  /** The entry behind `$entry`; null where each input is its own. */
  readonly entry: JsonValue;
}

/** Evaluates one expression for several entries. */
export interface ExpressionTask {
  readonly kind: 'expression';
  readonly expression: string;
  readonly calls: readonly ExpressionCall[];
}

/** What an expression came to for one input; undefined values do not travel, so they are told apart by `nothing`. */
export type ExpressionOutcome =
  | { readonly value: JsonValue }
  | { readonly nothing: true }
  /** Late: there was no time left when its turn came. */
  | { readonly stopped: string; readonly misfit: boolean; readonly late?: true };

/** All inputs of a task have so long together, in milliseconds. */
const BATCH_TIME = 600;

async function outcomeOf(evaluate: () => Promise<unknown>): Promise<ExpressionOutcome> {
  try {
    const value = await evaluate();
    if (value === undefined || typeof value === 'function') return { nothing: true };
    return { value: value as JsonValue };
  } catch (error) {
    if (error instanceof ExpressionStopped) return { stopped: error.message, misfit: error.misfit };
    throw error;
  }
}

const LATE = { stopped: 'It takes too long for so many rows.', misfit: false, late: true } as const;

export const expressionTask: TaskRunner<ExpressionTask, readonly (readonly ExpressionOutcome[])[]> = {
  async run({ expression, calls }) {
    const read = jsonataEngine.compile(expression);
    if (isFault(read))
      return calls.map(({ inputs }) => inputs.map(() => ({ stopped: read.message, misfit: false })));
    const end = performance.now() + BATCH_TIME;
    const outcomes: ExpressionOutcome[][] = [];
    for (const { inputs, entry } of calls) {
      const own: ExpressionOutcome[] = [];
      for (const input of inputs) {
        const bindings: JsonObject = { entry: entry ?? input };
        own.push(performance.now() > end ? LATE : await outcomeOf(() => read.evaluate(input, bindings)));
      }
      outcomes.push(own);
    }
    return outcomes;
  },
};
