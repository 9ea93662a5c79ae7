import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { Row } from '@tovlet/core/fields/repeater/row';
import type { JsonValue } from '@tovlet/core/json';
import type { IssuePath } from '@tovlet/core/issues/issue';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { ENTRY, type ValuePlace } from '@tovlet/core/values/changes';
import { FormStore, placeKey } from '../../forms/form-store';
import { SessionStore } from '../../shell/session-store';
import { WidgetHost } from '../../forms/widget-host';

/** The cells of one row in a grid. */
@Component({
  selector: 'tov-repeater-row',
  imports: [WidgetHost],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (field of fields(); track field.id) {
      <div (focusout)="store.touch(pathOf(field))">
        @if (scope().isHidden(field.id)) {
          <span class="muted" aria-hidden="true">·</span>
        } @else {
          <tov-widget
            [field]="field"
            [value]="valueOf(field)"
            [inputId]="idOf(field)"
            name="{{ field.label }}, row {{ index() + 1 }}"
            i18n-name
            [invalid]="store.shownIssue(pathOf(field)) !== null"
            [disabled]="store.disabled() || isLocked(field)"
            [compact]="true"
            (committed)="commit(field, $event)"
          />
        }
      </div>
    }
  `,
})
export class RepeaterRow {
  readonly fields = input.required<readonly CompiledField[]>();
  readonly row = input.required<Row>();
  readonly scope = input.required<Scope>();
  readonly index = input.required<number>();
  readonly repeater = input.required<string>();
  readonly place = input<ValuePlace>(ENTRY);
  readonly base = input<IssuePath>([]);
  protected readonly store = inject(FormStore);
  private readonly session = inject(SessionStore);

  protected pathOf = (field: CompiledField): readonly (string | number)[] => [
    ...this.base(),
    this.repeater(),
    this.index(),
    field.id,
  ];
  protected idOf = (field: CompiledField): string =>
    `field-${placeKey(this.pathOf(field)).replaceAll('/', '-')}`;
  protected valueOf = (field: CompiledField): JsonValue => this.row().values[field.id] ?? null;

  /** What only developers may change, for others. */
  protected isLocked = (field: CompiledField): boolean =>
    !this.session.canModel() && field.field.editors !== 'change';

  protected commit(field: CompiledField, value: JsonValue): void {
    this.store.change({
      kind: 'set_value',
      place: [...this.place(), { field: this.repeater(), row: this.row().id }],
      field: field.id,
      value,
    });
  }
}
