import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../widget';

/** A day, chosen or typed in the browser's own date input. */
@Component({
  selector: 'tov-date-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      type="date"
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [attr.aria-required]="field().field.required"
      [attr.min]="text('min') || null"
      [attr.max]="text('max') || null"
      [disabled]="disabled()"
      [value]="shown()"
      (change)="commit()(box.value === '' ? null : box.value)"
    />
  `,
  styles: `
    .control {
      max-width: 180px;
    }
  `,
})
export class DateWidget extends Widget {
  protected readonly shown = computed(() => (typeof this.value() === 'string' ? this.value() : ''));
}
