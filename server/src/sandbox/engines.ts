import { useExpressionEngine } from '@tovlet/core/expressions/engine';
import { usePatternEngine } from '@tovlet/core/patterns/engine';
import { sandboxedExpressions } from './expressions';
import { patiently } from './patterns';
import type { Sandbox } from './sandbox';

/** Gives core the engines for patterns and expressions that a server runs: bounded, and expressions in child processes. */
export function startEngines(sandbox: Sandbox): void {
  usePatternEngine(patiently);
  useExpressionEngine(sandboxedExpressions(sandbox));
}
