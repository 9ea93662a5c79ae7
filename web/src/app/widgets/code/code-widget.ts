import { code } from '@tovlet/core/fields/code/code';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../../forms/widget';

/** Program text in one width; Tab leaves the field, as keyboards need it. */
@Component({
  selector: 'tov-code-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <textarea
      #box
      class="control mono"
      spellcheck="false"
      autocapitalize="off"
      wrap="off"
      [id]="inputId()"
      [rows]="compact() ? 1 : settings().lines"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [attr.aria-required]="field().field.required"
      [disabled]="disabled()"
      [value]="shown()"
      (input)="commit()(box.value === '' ? null : box.value)"
    ></textarea>
  `,
})
export class CodeWidget extends Widget {
  protected readonly settings = computed(() => code.read(this.field().field.settings));
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === null ? '' : typeof value === 'string' ? value : JSON.stringify(value);
  });
}
