import {
  ExpressionStopped,
  type CompiledExpression,
  type ExpressionEngine,
} from '@tovlet/core/expressions/engine';
import { isJsonObject, type JsonValue } from '@tovlet/core/json';
import { ExpressionBatches } from './expression-batches';
import { SandboxStopped } from './failures';
import type { Lane, Sandbox } from './sandbox';
import type { ExpressionOutcome } from './tasks/expression';

/** What expressions get are presented values and lists of them: JSON all through. */
const asJson = (value: unknown): JsonValue => (value ?? null) as JsonValue;

function valueOf(outcome: ExpressionOutcome | undefined): unknown {
  if (!outcome || 'nothing' in outcome) return undefined;
  if ('stopped' in outcome) return new ExpressionStopped(outcome.stopped, outcome.misfit);
  return outcome.value;
}

function compiled(batches: ExpressionBatches, expression: string): CompiledExpression {
  const evaluateEach: CompiledExpression['evaluateEach'] = async (inputs, bindings) => {
    const around = bindings?.['entry'];
    const entry = isJsonObject(around ?? null) && inputs[0] !== around ? asJson(around) : null;
    try {
      const outcomes = await batches.evaluate(expression, { inputs: inputs.map(asJson), entry });
      return inputs.map((_input, index) => valueOf(outcomes[index]));
    } catch (error) {
      if (!(error instanceof SandboxStopped)) throw error;
      return inputs.map(() => new ExpressionStopped(error.message));
    }
  };
  return {
    evaluateEach,
    async evaluate(input, bindings) {
      const [value] = await evaluateEach([input], bindings);
      if (value instanceof ExpressionStopped) throw value;
      return value;
    },
  };
}

/**
 * The engine for expressions on the server: it reads and evaluates in child processes, so that none can hold a request
 * of somebody else up. What cannot be read shows when it is evaluated: it is stopped, with the reason.
 */
export function sandboxedExpressions(sandbox: Sandbox, lane: Lane = 'serve'): ExpressionEngine {
  const batches = new ExpressionBatches(sandbox, lane);
  return { compile: (expression) => compiled(batches, expression) };
}
