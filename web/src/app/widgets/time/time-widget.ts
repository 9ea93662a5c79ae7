import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../widget';

/** A time of day in the browser's own time input. */
@Component({
  selector: 'tov-time-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      type="time"
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [attr.aria-required]="field().field.required"
      [disabled]="disabled()"
      [value]="shown()"
      (change)="commit()(box.value === '' ? null : box.value)"
    />
  `,
  styles: `
    .control {
      max-width: 140px;
    }
  `,
})
export class TimeWidget extends Widget {
  protected readonly shown = computed(() => (typeof this.value() === 'string' ? this.value() : ''));
}
