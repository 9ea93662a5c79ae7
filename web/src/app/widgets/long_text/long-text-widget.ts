import { longText } from '@tovlet/core/fields/long_text/long_text';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../../forms/widget';

/** Several lines of text. */
@Component({
  selector: 'tov-long-text-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <textarea
      dir="auto"
      #box
      class="control"
      [rows]="compact() ? 1 : settings().lines"
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [attr.aria-required]="field().field.required"
      [placeholder]="settings().placeholder"
      [disabled]="disabled()"
      [value]="shown()"
      (input)="commit()(box.value === '' ? null : box.value)"
    ></textarea>
  `,
})
export class LongTextWidget extends Widget {
  protected readonly settings = computed(() => longText.read(this.field().field.settings));
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === null ? '' : String(value);
  });
}
