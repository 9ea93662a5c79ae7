import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { Widget } from '../widget';
import { localFromMoment, momentFromLocal } from './moments';

/** Date and time as the editor's own clock shows them; stored in UTC. */
@Component({
  selector: 'tov-date-time-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
      <input
        #box
        class="control"
        type="datetime-local"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [disabled]="disabled()"
        [value]="shown()"
        (change)="commit()(momentFrom(box.value))"
      />
      @if (!compact()) {
        <span class="muted">{{ zone }}</span>
      }
    </span>
  `,
  styles: `
    .around {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      align-items: center;
    }
    .control {
      max-width: 220px;
    }
  `,
})
export class DateTimeWidget extends Widget {
  protected readonly zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  protected readonly momentFrom = momentFromLocal;
  protected readonly shown = computed(() => {
    const value = this.value();
    return typeof value === 'string' ? localFromMoment(value) : '';
  });
}
