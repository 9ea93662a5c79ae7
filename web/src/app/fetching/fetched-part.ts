import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { Fetched } from './fetched';

/**
 * Shows something that is fetched as it stands: lines in its place while it is on its way, why it failed with a way to try
 * again, what is said where there is nothing, and the thing itself. What failed to come anew still shows, with a word.
 */
@Component({
  selector: 'tov-fetched',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[attr.aria-busy]': 'busy()' },
  template: `
    @if (failed()) {
      <div class="note error" role="alert">
        <mat-icon svgIcon="error" aria-hidden="true" />
        <div>
          <p i18n>{{ what() }} could not be loaded. {{ problem() }}</p>
          <button type="button" matButton="outlined" (click)="retry()">
            <mat-icon svgIcon="refresh" aria-hidden="true" /><ng-container i18n>Try again</ng-container>
          </button>
        </div>
      </div>
    }
    @switch (state()) {
      @case ('loading') {
        <span i18n class="visually-hidden" role="status">Loading {{ what() }}…</span>
        <div class="lines" aria-hidden="true">
          @for (line of skeleton(); track $index) {
            <div class="line" [style.width.%]="line"></div>
          }
        </div>
      }
      @case ('empty') {
        <ng-content select="[empty]" />
      }
      @case ('there') {
        <ng-content />
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .lines {
      display: grid;
      gap: 14px;
      padding: 10px 0;
    }
    .line {
      height: 12px;
      border-radius: 4px;
      background: var(--sunken);
      box-shadow: inset 0 0 0 1px var(--line);
      opacity: 0.7;
    }
    .note {
      margin: 8px 0;
    }
    .note div {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .note p {
      margin: 0;
    }
  `,
})
export class FetchedPart {
  /** What is fetched. */
  readonly of = input.required<Pick<Fetched<unknown>, 'state' | 'problem' | 'isAsking' | 'reload'>>();
  /** What it is called, with a capital: “The terms”. */
  readonly what = input('This');
  /** How many lines stand in its place. */
  readonly lines = input(6);

  protected readonly state = computed(() => this.of().state());
  protected readonly problem = computed(() => this.of().problem());
  protected readonly busy = computed(() => this.of().isAsking());
  protected readonly failed = computed(() => this.problem() !== null && !this.busy());
  /** Lines of unlike length look like text. */
  protected readonly skeleton = computed(() =>
    Array.from({ length: this.lines() }, (_line, at) => [62, 84, 71, 90, 55, 78][at % 6] ?? 70),
  );

  protected retry(): void {
    this.of().reload();
  }
}
