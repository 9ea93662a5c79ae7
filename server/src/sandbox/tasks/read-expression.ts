import { isFault, type ExpressionFault } from '@tovlet/core/expressions/engine';
import { jsonataEngine } from '@tovlet/core/expressions/jsonata-engine';
import type { TaskRunner } from './task';

/** Reads an expression without running it. */
export interface ReadExpressionTask {
  readonly kind: 'read_expression';
  readonly expression: string;
}

export const readExpressionTask: TaskRunner<ReadExpressionTask, ExpressionFault | null> = {
  run({ expression }) {
    const read = jsonataEngine.compile(expression);
    return isFault(read) ? { message: read.message, position: read.position } : null;
  },
};
