import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../forms/widget';

/** A single line of text with what stands before and behind it: text, email and URL differ only in their keyboard. */
@Component({
  selector: 'tov-text-like',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around" [class.bare]="compact()">
      @if (text('prefix') && !compact()) {
        <span class="muted">{{ text('prefix') }}</span>
      }
      <input
        #box
        class="control"
        [type]="'text'"
        [attr.inputmode]="mode()"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [placeholder]="text('placeholder')"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="commit()(box.value === '' ? null : box.value)"
      />
      @if (text('suffix') && !compact()) {
        <span class="muted">{{ text('suffix') }}</span>
      }
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 8px;
      align-items: center;
    }
  `,
})
export class TextLike extends Widget {
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === null ? '' : String(value);
  });
  protected readonly mode = computed(
    () => ({ email: 'email', url: 'url', phone: 'tel' })[this.field().type.kind as string] ?? 'text',
  );
}
