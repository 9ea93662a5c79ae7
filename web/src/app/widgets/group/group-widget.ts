import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { IssuePath } from '@tovlet/core/issues/issue';
import type { ValuePlace } from '@tovlet/core/values/changes';
import { FormFields } from '../../forms/form-fields';
import { FormStore } from '../../forms/form-store';
import { Widget } from '../../forms/widget';

/** The fields of a group or of an included set, framed together. */
@Component({
  selector: 'tov-group-widget',
  imports: [FormFields],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="frame"
      role="group"
      tabindex="-1"
      [id]="inputId()"
      [attr.aria-label]="field().label"
      [attr.aria-describedby]="describedBy()"
    >
      @if (inner()) {
        <tov-form-fields
          [fields]="field().formChildren"
          [scope]="inner"
          [place]="innerPlace()"
          [base]="innerBase()"
        />
      }
      @if (field().formChildren.length === 0) {
        <p i18n class="muted">No fields yet.</p>
      }
    </div>
  `,
  styles: `
    .frame {
      border: 1px solid var(--line);
      border-radius: var(--radius);
      padding: 14px 16px;
      background: var(--paper);
    }
  `,
})
export class GroupWidget extends Widget {
  private readonly store = inject(FormStore);
  protected readonly inner = computed(
    () => (this.scope() ?? this.store.scope())?.rows(this.field().id)[0] ?? null,
  );
  protected readonly innerPlace = computed<ValuePlace>(() => [
    ...this.place(),
    { field: this.field().id, row: null },
  ]);
  protected readonly innerBase = computed<IssuePath>(() => [...this.base(), this.field().id]);
}
