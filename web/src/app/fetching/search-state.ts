import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Searched } from './searched';

/** What stands in the place of results: they are on their way, there are none, or they could not be looked for. */
@Component({
  selector: 'tov-search-state',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (of().says()) {
      @if (of().problem(); as problem) {
        <span i18n class="error-text" role="alert">The search failed. {{ problem }}</span>
        <button i18n type="button" matButton (mousedown)="$event.preventDefault()" (click)="of().reload()">
          Try again
        </button>
      } @else {
        <span class="muted" role="status">{{ words() }}</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 8px;
      align-items: baseline;
      flex-wrap: wrap;
    }
    :host:not(:has(*)) {
      display: none;
    }
  `,
})
export class SearchState {
  readonly of = input.required<Searched<unknown>>();
  protected readonly words = computed(() =>
    this.of().state() === 'empty' && !this.of().isAsking()
      ? say`Nothing found. Try other words.`
      : say`Looking…`,
  );
}
