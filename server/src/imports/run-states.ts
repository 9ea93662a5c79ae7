import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import type { ImportRunRecord } from '../db/schema';
import { ProblemException } from '../http/problem';

/** Whether something was done with all rows of a file. */
export const isDone = (runs: readonly ImportRunRecord[], phase: ImportPhase): boolean =>
  runs.some((run) => run.phase === phase && run.state === 'done');

/** Whether rows were written that were not taken back. */
export const isWritten = (runs: readonly ImportRunRecord[]): boolean =>
  runs.some(({ phase }) => phase === 'run') && !isDone(runs, 'take_back');

/**
 * Makes sure that nothing is being done with a file.
 * @throws ProblemException where something is
 */
export function assertIdle(runs: readonly ImportRunRecord[]): void {
  if (runs.some(({ state }) => state === 'running'))
    throw new ProblemException(
      'in_use',
      'Something is being done with this file. Stop it first, or wait for its end.',
    );
}
