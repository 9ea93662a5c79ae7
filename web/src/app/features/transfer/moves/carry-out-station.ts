import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import type { ImportPhase, ImportRunAnswer } from '@tovlet/core/contracts/studio/imports';
import type { TermsReport } from '@tovlet/core/contracts/studio/moves';
import { counted, numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { rowOutcomes } from '@tovlet/core/transfer/import-report';
import { Balance, type Stretch } from '../../../shared/balance';
import { Confirm } from '../../../shared/confirm';
import { stretchesOf } from '../import-words';
import { stationFlow } from '../stations/station-flow';
import { MoveStore } from './move-store';
import { moveRunInWords } from './move-words';
import { TableOutcome } from './table-outcome';
import { TermsOutcome } from './terms-outcome';

/** What each station says before anything was done there, and what begins it. */
const BEGIN: Readonly<
  Record<Exclude<ImportPhase, 'take_back'>, { readonly about: string; readonly button: string }>
> = {
  rehearse: {
    about: say`All tables are read, and every row is put through all that a save asks, in the model as it will be. Nothing is written.`,
    button: say`Rehearse all of it`,
  },
  run: {
    about: say`Types, taxonomies and fields are made as one revision of the model, then terms, entries, and what connects them. It can be stopped, and taken back as a whole.`,
    button: say`Bring all of it in`,
  },
  verify: {
    about: say`The package is held once more against what stands in the workspace now, value by value.`,
    button: say`Verify all of it`,
  },
};

/** A table, and what became of its rows. */
interface Line {
  readonly table: string;
  readonly words: string;
  readonly refused: number;
  readonly run: ImportRunAnswer | null;
  readonly terms: TermsReport | null;
}

function termsWords({ rows, made, known, problems }: TermsReport, phase: ImportPhase): string {
  const all = counted(rows, 'row', 'rows');
  const parts: Readonly<Record<ImportPhase, string>> = {
    rehearse: say`${all}: ${numbered(made)} new, ${numbered(known)} there already`,
    run: say`${all}: ${numbered(made)} new, ${numbered(known)} there already`,
    verify: say`${all}: ${numbered(known)} as in the package`,
    take_back: say`${numbered(made)} taken back`,
  };
  return problems.length === 0 ? parts[phase] : `${parts[phase]}, ${say`${numbered(problems.length)} not`}`;
}

const rowsWords = (run: ImportRunAnswer): string => {
  const told = stretchesOf(run).filter(({ count }) => count > 0);
  const rows = counted(run.report.rows, 'row', 'rows');
  const parts = told.map(({ count, label }) => `${numbered(count)} ${label}`);
  return parts.length === 0 ? rows : `${rows}: ${parts.join(', ')}`;
};

/** A station at which something is done with a whole package: table by table, with the rows of the one that is looked into. */
@Component({
  selector: 'tov-carry-out-station',
  imports: [Balance, MatButton, MatProgressBar, RouterLink, TableOutcome, TermsOutcome],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './carry-out-station.html',
  styleUrl: './carry-out-station.scss',
})
export class CarryOutStation {
  readonly phase = input.required<Exclude<ImportPhase, 'take_back'>>();

  protected readonly store = inject(MoveStore);
  private readonly confirm = inject(Confirm);
  private readonly router = inject(Router);

  protected readonly begin = computed(() => BEGIN[this.phase()]);
  protected readonly flow = stationFlow(this.store, this.phase, () => this.begin().button);
  protected readonly run = this.flow.run;
  protected readonly words = computed(() => {
    const run = this.run();
    return run ? moveRunInWords(run) : '';
  });
  protected readonly isHindered = computed(
    () => this.store.running() !== undefined || this.hindrance() !== null,
  );

  /** Why it cannot be begun now. */
  protected readonly hindrance = computed((): string | null => {
    const problems = this.store.answer()?.problems ?? [];
    if (this.phase() === 'rehearse') {
      if (this.store.isWritten()) return say`It was run already.`;
      return problems.length === 0 ? null : say`First decide what stands open under Match.`;
    }
    if (this.phase() === 'verify')
      return this.store.isWritten() ? null : say`Nothing was brought in that could be verified.`;
    const rehearsed = this.store.runOf('rehearse');
    return rehearsed?.state === 'done' && rehearsed.isCurrent
      ? null
      : say`Rehearse it first, as it is matched now.`;
  });

  protected readonly lines = computed((): readonly Line[] => {
    const [answer, phase] = [this.store.answer(), this.run()?.phase];
    if (!answer || !phase) return [];
    return answer.plan.tables.flatMap(({ table }): readonly Line[] => {
      const terms = answer.terms[table]?.[phase];
      if (terms)
        return [{ table, words: termsWords(terms, phase), refused: terms.problems.length, run: null, terms }];
      const run = answer.imports[table]?.runs.find((each) => each.phase === phase);
      if (!run) return [];
      const { counts } = run.report;
      const wrong = phase === 'verify' ? counts.changed + counts.new : counts.refused;
      return [{ table, words: rowsWords(run), refused: wrong, run, terms: null }];
    });
  });
  /** The table that is looked into: the one that most is wrong with, until another is chosen. */
  protected readonly chosen = linkedSignal<readonly Line[], string>({
    source: this.lines,
    computation: (lines, previous) => {
      const same = lines.find(({ table }) => table === previous?.value);
      const [worst] = lines.toSorted((one, other) => other.refused - one.refused);
      return (same ?? worst)?.table ?? '';
    },
  });
  protected readonly line = computed(() => this.lines().find(({ table }) => table === this.chosen()));
  protected readonly importId = computed(() => this.store.answer()?.imports[this.chosen()]?.id ?? null);

  /** What becomes of all rows, of all tables. */
  protected readonly stretches = computed((): readonly Stretch[] => {
    const runs = this.lines().flatMap(({ run }) => run ?? []);
    const [first] = runs;
    if (!first) return [];
    const counts = rowOutcomes.map(
      (outcome) => [outcome, runs.reduce((sum, { report }) => sum + report.counts[outcome], 0)] as const,
    );
    const all = { new: 0, changed: 0, same: 0, left: 0, refused: 0, ...Object.fromEntries(counts) };
    return stretchesOf({ phase: first.phase, report: { ...first.report, counts: all } });
  });
  /** The stretch that was pressed: the table that has the most of it is looked into. */
  protected readonly stretch = signal<string | null>(null);

  protected lookInto(stretch: string | null): void {
    this.stretch.set(stretch);
    const outcome = rowOutcomes.find((each) => each === stretch);
    if (!outcome) return;
    const countOf = ({ run }: Line): number => run?.report.counts[outcome] ?? 0;
    const [most] = this.lines().toSorted((one, other) => countOf(other) - countOf(one));
    if (most) this.chosen.set(most.table);
  }

  protected readonly verified = computed((): string | null => {
    const run = this.run();
    if (run?.phase !== 'verify' || run.state !== 'done') return null;
    if (this.lines().some(({ refused }) => refused > 0)) return null;
    return say`All rows that were taken stand in the workspace, value by value.`;
  });
  protected async start(): Promise<void> {
    await this.store.start(this.phase());
  }

  protected async takeBack(): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Take all of it back?`,
      text: say`New entries go to the bin, changed ones are what they were, new terms that nothing has any more are removed. What somebody changed since stays, and is told. Types and fields stay: they are taken back in the history of the model.`,
      yes: say`Take it back`,
    });
    if (sure && (await this.store.start('take_back')))
      await this.router.navigate(['/transfer/sites', this.store.answer()?.id, 'run']);
  }
}
