import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ImportRunAnswer } from '@tovlet/core/contracts/studio/imports';
import { counted } from '@tovlet/core/locale/counts';
import { rowProblemInWords } from '@tovlet/core/messages/import-words';
import type { RowOutcome } from '@tovlet/core/transfer/import-report';
import { Balance, lookedInto, type Stretch } from '../../../shared/balance';
import { ImportStore } from '../import-store';
import { stretchesOf } from '../import-words';
import { ImportsApi } from '../imports-api';
import { RowCases } from './row-cases';
import { TotalsTable } from './totals-table';

const OUTCOMES: ReadonlySet<string> = new Set([
  'new',
  'changed',
  'same',
  'left',
  'refused',
] satisfies RowOutcome[]);
const isOutcome = (id: string | null): id is RowOutcome => id !== null && OUTCOMES.has(id);

/** What became of all rows: the balance, what is wrong, and the rows of each stretch. */
@Component({
  selector: 'tov-import-outcome',
  imports: [Balance, MatButton, RowCases, TotalsTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './import-outcome.html',
  styleUrl: './import-outcome.scss',
})
export class ImportOutcome {
  readonly run = input.required<ImportRunAnswer>();

  protected readonly store = inject(ImportStore);
  private readonly api = inject(ImportsApi);

  protected readonly stretches = computed((): readonly Stretch[] => {
    return stretchesOf(this.run());
  });
  /** The worst stretch that has rows, until another is chosen. */
  protected readonly chosen = linkedSignal<readonly Stretch[], string | null>({
    source: this.stretches,
    computation: (stretches, previous) => lookedInto(stretches, previous?.value),
  });
  protected readonly outcome = computed(() => {
    const chosen = this.chosen();
    return isOutcome(chosen) ? chosen : null;
  });

  protected readonly problems = computed(() =>
    this.run()
      .report.problems.slice(0, 8)
      .map(({ problem, rows }) => ({
        rows: counted(rows, 'row', 'rows'),
        words: rowProblemInWords(problem, this.store.labelOf),
        column: problem.code === 'cell' ? problem.column : '',
        isExample: problem.code === 'cell' && rows > 1,
      })),
  );
  protected readonly refusedAddress = computed(() => {
    const [answer, run] = [this.store.answer(), this.run()];
    const has = run.phase !== 'take_back' && run.report.counts.refused > 0;
    return answer && has ? this.api.refusedAddress(answer.id, run.phase) : null;
  });
}
