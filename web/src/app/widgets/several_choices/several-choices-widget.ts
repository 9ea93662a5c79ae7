import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { choicesOf, type Choice } from '@tovlet/core/fields/choices';
import { isJsonList } from '@tovlet/core/json';
import { toggled } from '../../shared/toggled';
import { Widget } from '../../forms/widget';

/** Any number of some choices, as boxes to tick; chosen ones stay in the order of the choices. */
@Component({
  selector: 'tov-several-choices-widget',
  imports: [MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="boxes"
      role="group"
      tabindex="-1"
      [id]="inputId()"
      [attr.aria-label]="name() ?? field().label"
      [attr.aria-describedby]="describedBy()"
    >
      @for (choice of choices(); track choice.value) {
        <mat-checkbox
          [checked]="chosen().has(choice.value)"
          [disabled]="disabled()"
          (change)="toggle(choice.value)"
          >{{ choice.label }}</mat-checkbox
        >
      }
      @for (value of gone(); track value) {
        <mat-checkbox i18n class="muted" checked [disabled]="disabled()" (change)="toggle(value)"
          >{{ value }} (no longer a choice)</mat-checkbox
        >
      }
    </div>
  `,
  styles: `
    .boxes {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
    }
  `,
})
export class SeveralChoicesWidget extends Widget {
  protected readonly choices = computed<readonly Choice[]>(() => choicesOf(this.field().field));
  protected readonly chosen = computed<ReadonlySet<string>>(() => {
    const value = this.value();
    return new Set(isJsonList(value) ? value.filter((each) => typeof each === 'string') : []);
  });
  protected readonly gone = computed(() => {
    const offered = new Set(this.choices().map(({ value }) => value));
    return [...this.chosen()].filter((value) => !offered.has(value));
  });

  protected toggle(value: string): void {
    const next = toggled(this.chosen(), value);
    const offered = this.choices().map((choice) => choice.value);
    const ordered = [
      ...offered.filter((each) => next.has(each)),
      ...this.gone().filter((each) => next.has(each)),
    ];
    this.commit()(ordered.length === 0 ? null : ordered);
  }
}
