import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { Confirm } from '../../../shared/confirm';
import { ImportStore } from '../import-store';
import { runInWords } from '../import-words';
import { ImportOutcome } from './import-outcome';

/** What each station says before anything was done there, and what begins it. */
const BEGIN: Readonly<
  Record<Exclude<ImportPhase, 'take_back'>, { readonly about: string; readonly button: string }>
> = {
  rehearse: {
    about: say`Every row is put through all that a save asks, and nothing is written.`,
    button: say`Rehearse all rows`,
  },
  run: {
    about: say`The entries are written, some at a time. It can be stopped, and taken back as a whole.`,
    button: say`Bring the entries in`,
  },
  verify: {
    about: say`The file is read once more, and each of its values is held against what stands in the entries now.`,
    button: say`Verify all rows`,
  },
};

/** A station at which something is done with all rows. */
@Component({
  selector: 'tov-run-station',
  imports: [ImportOutcome, MatButton, MatProgressBar, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run-station.html',
  styleUrl: './run-station.scss',
})
export class RunStation {
  readonly phase = input.required<Exclude<ImportPhase, 'take_back'>>();

  protected readonly store = inject(ImportStore);
  private readonly confirm = inject(Confirm);
  private readonly router = inject(Router);

  protected readonly begin = computed(() => BEGIN[this.phase()]);
  /** At the station of the run, what took it back stands in its place. */
  protected readonly run = computed(() => {
    const own = this.store.runOf(this.phase());
    return this.phase() === 'run' ? (this.store.runOf('take_back') ?? own) : own;
  });
  protected readonly isRunning = computed(() => this.run()?.state === 'running');
  protected readonly isHindered = computed(
    () => this.store.running() !== undefined || this.hindrance() !== null,
  );

  /** Why it cannot be begun now. */
  protected readonly hindrance = computed((): string | null => {
    const answer = this.store.answer();
    if (!answer) return null;
    if (answer.problem) return answer.problem;
    if (this.phase() === 'rehearse') return this.store.isWritten() ? say`It was run already.` : null;
    if (this.phase() === 'verify')
      return this.store.isWritten() ? null : say`Nothing was brought in that could be verified.`;
    const rehearsed = this.store.runOf('rehearse');
    if (rehearsed?.state !== 'done' || !rehearsed.isCurrent)
      return say`Rehearse it first, as it is matched now.`;
    return null;
  });

  protected readonly words = computed(() => {
    const run = this.run();
    return run ? runInWords(run) : '';
  });
  protected readonly percent = computed(() => Math.floor((this.run()?.share ?? 0) * 100));
  /** What is done next, once this is done. */
  protected readonly next = computed(() => {
    const run = this.run();
    if (run?.state !== 'done' || !run.isCurrent) return null;
    if (run.phase === 'rehearse' && !this.store.isWritten())
      return { link: '../run', label: say`Go on to the run` };
    return run.phase === 'run' ? { link: '../verify', label: say`Verify it` } : null;
  });
  protected readonly canTakeBack = computed(
    () => this.phase() === 'run' && this.store.isWritten() && this.store.running() === undefined,
  );
  protected readonly canBegin = computed(() => {
    if (this.isRunning()) return false;
    return this.phase() !== 'run' || this.store.runOf('run')?.state !== 'done' || !this.store.isWritten();
  });
  protected readonly beginWords = computed(() => {
    const run = this.run();
    if (this.phase() === 'run') {
      const stopped = this.store.isWritten() && run?.state !== 'done';
      return stopped ? say`Go on with the run` : this.begin().button;
    }
    return run ? say`Once more` : this.begin().button;
  });
  protected readonly isVerified = computed(() => {
    const run = this.run();
    if (run?.phase !== 'verify' || run.state !== 'done') return null;
    const { new: missing, changed } = run.report.counts;
    return missing + changed === 0;
  });
  protected readonly verifiedWords = computed(() => {
    const counts = this.run()?.report.counts;
    const same = numbered(counts?.same ?? 0);
    return say`All ${same} rows that were taken stand in the entries, value by value.`;
  });

  protected async start(): Promise<void> {
    await this.store.start(this.phase());
  }

  protected async takeBack(): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Take the whole import back?`,
      text: say`New entries go to the bin, changed ones are what they were. What somebody changed since stays, and is told.`,
      yes: say`Take it back`,
    });
    if (sure && (await this.store.start('take_back')))
      await this.router.navigate(['/transfer/imports', this.store.answer()?.id, 'run']);
  }
}
