import { email } from '@tovlet/core/fields/email/email';
import { phone } from '@tovlet/core/fields/phone/phone';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { text } from '@tovlet/core/fields/text/text';
import { url } from '@tovlet/core/fields/url/url';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../forms/widget';

/** A single line of text with what stands before and behind it: text, email and URL differ only in their keyboard. */
@Component({
  selector: 'tov-text-like',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around" [class.bare]="compact()">
      @if (around()?.prefix && !compact()) {
        <span class="muted">{{ around()?.prefix }}</span>
      }
      <input
        #box
        class="control"
        dir="auto"
        [type]="'text'"
        [attr.inputmode]="mode()"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [placeholder]="placeholder()"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="commit()(box.value === '' ? null : box.value)"
      />
      @if (around()?.suffix && !compact()) {
        <span class="muted">{{ around()?.suffix }}</span>
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
  protected readonly around = computed(() => settingsOf(text, this.field().field));
  protected readonly placeholder = computed(() => {
    const { field } = this.field();
    const line = settingsOf(email, field) ?? settingsOf(phone, field) ?? settingsOf(url, field);
    return (this.around() ?? line)?.placeholder ?? '';
  });
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === null ? '' : String(value);
  });
  protected readonly mode = computed(
    () => ({ email: 'email', url: 'url', phone: 'tel' })[this.field().type.kind as string] ?? 'text',
  );
}
