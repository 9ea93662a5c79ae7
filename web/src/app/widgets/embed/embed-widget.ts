import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { embedFrom } from '@tovlet/core/fields/embed/embed';
import { isJsonObject } from '@tovlet/core/json';
import { Widget } from '../../forms/widget';

/** A film or page by its address; what its host says of it shows once it is saved. */
@Component({
  selector: 'tov-embed-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      inputmode="url"
      placeholder="Address, short link or film id"
      i18n-placeholder
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [disabled]="disabled()"
      [value]="shown().url"
      (change)="set(box.value)"
    />
    @if (shown().title) {
      <div class="known">
        @if (shown().thumbnail) {
          <img [src]="shown().thumbnail" alt="" width="120" />
        }
        <div>
          <strong>{{ shown().title }}</strong>
          <p class="muted">
            @if (shown().player) {
              <ng-container i18n>Plays on the page</ng-container>
            } @else {
              <ng-container i18n>Shown as a link</ng-container>
            }
          </p>
        </div>
      </div>
    }
  `,
  styles: `
    .known {
      display: flex;
      gap: 12px;
      align-items: center;
      margin-top: 8px;
    }
    img {
      border-radius: var(--radius);
      border: 1px solid var(--line);
    }
  `,
})
export class EmbedWidget extends Widget {
  protected readonly shown = computed(() => {
    const value = this.value();
    const text = (key: string): string => {
      const found = isJsonObject(value) ? value[key] : undefined;
      return typeof found === 'string' ? found : '';
    };
    const url = typeof value === 'string' ? value : text('url');
    return { url, title: text('title'), thumbnail: text('thumbnail'), player: text('player') };
  });

  protected set(text: string): void {
    if (text.trim() !== this.shown().url) this.commit()(text.trim() === '' ? null : embedFrom(text));
  }
}
