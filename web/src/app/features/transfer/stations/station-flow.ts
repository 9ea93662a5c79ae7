import { computed, type Signal } from '@angular/core';
import type { ImportPhase, ImportRunAnswer } from '@tovlet/core/contracts/studio/imports';
import { say } from '@tovlet/core/locale/say';

/** How far something has come, as far as stations ask. */
type Run = Pick<ImportRunAnswer, 'phase' | 'state' | 'share' | 'isCurrent'>;

/** What is known of something that is brought in. */
export interface Carried<Own extends Run> {
  runOf(phase: ImportPhase): Own | undefined;
  readonly isWritten: Signal<boolean>;
  readonly running: Signal<Own | undefined>;
}

/** What can be done at a station, and where it goes from there. */
export interface StationFlow<Own extends Run> {
  readonly run: Signal<Own | undefined>;
  readonly isRunning: Signal<boolean>;
  readonly percent: Signal<number>;
  /** What is done next, once this is done. */
  readonly next: Signal<{ readonly link: string; readonly label: string } | null>;
  readonly canTakeBack: Signal<boolean>;
  readonly canBegin: Signal<boolean>;
  readonly beginWords: Signal<string>;
}

/**
 * Follows what is done at a station: begun, gone on with, done once more, taken back.
 * @param button what begins it
 */
export function stationFlow<Own extends Run>(
  store: Carried<Own>,
  phase: () => Exclude<ImportPhase, 'take_back'>,
  button: () => string,
): StationFlow<Own> {
  /** At the station of the run, what took it back stands in its place. */
  const run = computed(() => {
    const own = store.runOf(phase());
    return phase() === 'run' ? (store.runOf('take_back') ?? own) : own;
  });
  const isRunning = computed(() => run()?.state === 'running');
  return {
    run,
    isRunning,
    percent: computed(() => Math.floor((run()?.share ?? 0) * 100)),
    next: computed(() => {
      const own = run();
      if (own?.state !== 'done' || !own.isCurrent) return null;
      if (own.phase === 'rehearse' && !store.isWritten())
        return { link: '../run', label: say`Go on to the run` };
      return own.phase === 'run' ? { link: '../verify', label: say`Verify it` } : null;
    }),
    canTakeBack: computed(() => phase() === 'run' && store.isWritten() && store.running() === undefined),
    canBegin: computed(() => {
      if (isRunning()) return false;
      return phase() !== 'run' || store.runOf('run')?.state !== 'done' || !store.isWritten();
    }),
    beginWords: computed(() => {
      if (phase() !== 'run') return run() ? say`Once more` : button();
      const isStopped = store.isWritten() && run()?.state !== 'done';
      return isStopped ? say`Go on with the run` : button();
    }),
  };
}
