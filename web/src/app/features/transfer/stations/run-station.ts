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
import { stationFlow } from './station-flow';
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
  protected readonly flow = stationFlow(this.store, this.phase, () => this.begin().button);
  protected readonly run = this.flow.run;
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
