import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { plural } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { FormStore } from '../../forms/form-store';
import { ModelStore } from '../../shell/model-store';
import { issueLine, IssueLines, type IssueLine } from './issue-lines';

/** What the server said about a title or slug. */
export interface Refusal {
  /** A JSON Pointer into what was sent. */
  readonly path: string;
  readonly message: string;
}

/** Everything that keeps an entry from being saved, each a way to where it stands. */
@Component({
  selector: 'tov-form-summary',
  imports: [IssueLines, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (summary().length > 0) {
      <section class="note error" id="summary" tabindex="-1" role="alert" aria-labelledby="summary-title">
        <mat-icon svgIcon="error" aria-hidden="true" />
        <div>
          <h2 id="summary-title">{{ summaryTitle() }}</h2>
          <tov-issue-lines [lines]="summary()" />
        </div>
      </section>
    }
  `,
  styles: `
    :host:empty {
      display: none;
    }
    section {
      outline: none;
    }
  `,
})
export class FormSummary {
  readonly refusals = input.required<readonly Refusal[]>();
  private readonly form = inject(FormStore);
  private readonly model = inject(ModelStore);

  protected readonly summary = computed<readonly IssueLine[]>(() => {
    const model = this.model.compiled();
    const found = this.form.attempted() ? this.form.issues().map((issue) => issueLine(issue, model)) : [];
    const refused = this.refusals().map(({ message, path }) => ({
      message,
      path: null,
      target: { '/title': 'entry-title', '/slug': 'entry-slug' }[path] ?? '',
    }));
    return [...refused, ...found];
  });

  protected readonly summaryTitle = computed(() => {
    const count = this.summary().length;
    return plural(
      count,
      say`One thing keeps this from being saved`,
      say`${count} things keep this from being saved`,
    );
  });
}
