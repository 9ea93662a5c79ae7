import { ExpressionStopped, isFault } from '@tovlet/core/expressions/engine';
import { jsonataEngine } from '@tovlet/core/expressions/jsonata-engine';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import type { TaskRunner } from './task';

/** Evaluates one expression over several inputs, the entry it is seen from among its names. */
export interface ExpressionTask {
  readonly kind: 'expression';
  readonly expression: string;
  readonly inputs: readonly JsonValue[];
  /** The entry behind `$entry`; null where each input is its own. */
  readonly entry: JsonValue;
}

/** What an expression came to for one input; undefined values do not travel, so they are told apart by `nothing`. */
export type ExpressionOutcome =
  | { readonly value: JsonValue }
  | { readonly nothing: true }
  | { readonly stopped: string; readonly misfit: boolean };

/** All inputs of one task have so long together, in milliseconds. */
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

export const expressionTask: TaskRunner<ExpressionTask, readonly ExpressionOutcome[]> = {
  async run({ expression, inputs, entry }) {
    const read = jsonataEngine.compile(expression);
    if (isFault(read)) return inputs.map(() => ({ stopped: read.message, misfit: false }));
    const end = performance.now() + BATCH_TIME;
    const outcomes: ExpressionOutcome[] = [];
    for (const input of inputs) {
      const late = performance.now() > end;
      const bindings: JsonObject = { entry: entry ?? input };
      outcomes.push(
        late
          ? { stopped: 'It takes too long for so many rows.', misfit: false }
          : await outcomeOf(() => read.evaluate(input, bindings)),
      );
    }
    return outcomes;
  },
};
