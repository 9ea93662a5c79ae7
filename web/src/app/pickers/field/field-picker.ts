import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Choice } from '../../shared/choice';

/** Chooses one of the fields that are offered. */
@Component({
  selector: 'tov-field-picker',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-choice
      [options]="options()"
      [value]="value()"
      [none]="none()"
      gone="A removed field"
      i18n-gone
      [label]="label()"
      [disabled]="disabled()"
      [stays]="stays()"
      (chosen)="chosen.emit($event)"
    />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class FieldPicker {
  readonly fields = input.required<readonly { readonly id: string; readonly label: string }[]>();
  /** The id of the field. */
  readonly value = input<string | null>(null);
  /** The words of choosing none. */
  readonly none = input.required<string>();
  readonly label = input.required<string>();
  readonly disabled = input(false);
  /** Whether what was chosen stays shown; else the next field can be chosen at once. */
  readonly stays = input(true);
  readonly chosen = output<string | null>();

  protected readonly options = computed(() => this.fields().map(({ id, label }) => ({ value: id, label })));
}
