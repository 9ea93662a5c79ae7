import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { plural } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { FormStore, placeKey } from '../../forms/form-store';
import { Focus } from '../../shared/focus';
import { ModelStore } from '../../shell/model-store';

/** What the server said about a title or slug. */
export interface Refusal {
  /** A JSON Pointer into what was sent. */
  readonly path: string;
  readonly message: string;
}

/** Everything that keeps an entry from being saved, each a way to where it stands. */
@Component({
  selector: 'tov-form-summary',
  imports: [MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (summary().length > 0) {
      <section class="note error" id="summary" tabindex="-1" role="alert" aria-labelledby="summary-title">
        <mat-icon svgIcon="error" aria-hidden="true" />
        <div>
          <h2 id="summary-title">{{ summaryTitle() }}</h2>
          <ul>
            @for (each of summary().slice(0, 20); track $index) {
              <li>
                @if (each.target) {
                  <button type="button" (click)="jump(each.target, each.path)">{{ each.message }}</button>
                } @else {
                  {{ each.message }}
                }
              </li>
            }
            @if (summary().length > 20) {
              <li i18n>and {{ summary().length - 20 }} more</li>
            }
          </ul>
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
    ul {
      margin: 6px 0 0;
      padding-left: 18px;
    }
    button {
      border: 0;
      background: none;
      padding: 1px 0;
      text-align: left;
      cursor: pointer;
      text-decoration: underline;
      text-underline-offset: 2px;
    }
  `,
})
export class FormSummary {
  readonly refusals = input.required<readonly Refusal[]>();
  private readonly form = inject(FormStore);
  private readonly model = inject(ModelStore);
  private readonly focus = inject(Focus);

  protected readonly summary = computed(() => {
    const found = this.form.attempted()
      ? this.form.issues().map(({ issue, label, path }) => ({
          message: this.rowWords(path) + issueMessage(issue, label),
          path,
          target: `field-${placeKey(path).replaceAll('/', '-')}`,
        }))
      : [];
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

  /** Leads to a field; one in a row shows only after its row has opened. */
  protected jump(target: string, path: readonly (string | number)[] | null): void {
    this.form.revealed.set(path === null ? null : [...path]);
    this.focus.show(target, 'center', (element) => element.focus());
  }

  /** The way to a value that does not stand at the top, in words. */
  private rowWords(path: readonly (string | number)[]): string {
    const { fields } = this.model.compiled();
    return path
      .slice(0, -1)
      .map((step, index) =>
        typeof step === 'number'
          ? say`, row ${step + 1}: `
          : `${fields.get(step)?.label ?? ''}${typeof path[index + 1] === 'number' ? '' : ': '}`,
      )
      .join('');
  }
}
