import { useExpressionEngine } from '@tovlet/core/expressions/engine';
import { jsonataEngine } from '@tovlet/core/expressions/jsonata-engine';
import { usePatternEngine } from '@tovlet/core/patterns/engine';
import { linearEngine } from '@tovlet/core/patterns/linear';

/** Gives core the engines for patterns and expressions, which the workbench loads only when it needs them. */
export function startEngines(): void {
  usePatternEngine(linearEngine);
  useExpressionEngine(jsonataEngine);
}
