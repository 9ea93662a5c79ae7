import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import type { ImportPhase } from '@tovlet/core/contracts/studio/imports';
import { FetchedPart } from '../../../fetching/fetched-part';
import { ImportStore } from '../import-store';
import { ImportOutcome } from '../stations/import-outcome';

/** What became of the rows of one table, as of those of a file. */
@Component({
  selector: 'tov-table-outcome',
  imports: [FetchedPart, ImportOutcome],
  providers: [ImportStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-fetched what="The rows" i18n-what [of]="store.fetched" [lines]="4">
      @if (run(); as each) {
        <tov-import-outcome [run]="each" />
      }
    </tov-fetched>
  `,
})
export class TableOutcome {
  /** The import that its rows are. */
  readonly import = input.required<string>();
  readonly phase = input.required<ImportPhase>();
  /** How many rows are done: with more of them it is asked anew. */
  readonly done = input.required<number>();

  protected readonly store = inject(ImportStore);
  protected readonly run = computed(() => this.store.runOf(this.phase()));

  constructor() {
    effect(() => {
      const id = this.import();
      untracked(() => this.store.open(id));
    });
    effect(() => {
      const done = this.done();
      untracked(() => {
        if (this.run()?.report.rows !== done && this.store.answer()) this.store.fetched.reload();
      });
    });
  }
}
