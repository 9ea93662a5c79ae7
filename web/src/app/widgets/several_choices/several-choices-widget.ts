import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  MatChipGrid,
  MatChipListbox,
  MatChipOption,
  MatChipRemove,
  MatChipRow,
} from '@angular/material/chips';
import { MatIcon } from '@angular/material/icon';
import { choicesOf, labelOfChoice, type Choice as FieldChoice } from '@tovlet/core/fields/choices';
import { severalChoices } from '@tovlet/core/fields/several_choices/several_choices';
import { isJsonList } from '@tovlet/core/json';
import { say } from '@tovlet/core/locale/say';
import { Choice } from '../../shared/choice';
import { toggled } from '../../shared/toggled';
import { Widget } from '../../forms/widget';

/** Any number of some choices: boxes to tick, chips to press, or found by words; chosen ones stay in the order of the choices. */
@Component({
  selector: 'tov-several-choices-widget',
  imports: [
    Choice,
    MatCheckbox,
    MatChipGrid,
    MatChipListbox,
    MatChipOption,
    MatChipRemove,
    MatChipRow,
    MatIcon,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="boxes"
      role="group"
      tabindex="-1"
      [class.list]="display() === 'list'"
      [id]="inputId()"
      [attr.aria-label]="name() ?? field().label"
      [attr.aria-describedby]="describedBy()"
    >
      @switch (display()) {
        @case ('chips') {
          <mat-chip-listbox
            multiple
            [aria-label]="name() ?? field().label"
            [value]="picked()"
            [disabled]="disabled()"
            (change)="set($event.value)"
          >
            @for (choice of shown(); track choice.value) {
              <mat-chip-option [value]="choice.value">{{ choice.label }}</mat-chip-option>
            }
          </mat-chip-listbox>
        }
        @case ('search') {
          @if (picked().length > 0) {
            <mat-chip-grid [aria-label]="name() ?? field().label" [disabled]="disabled()">
              @for (value of picked(); track value) {
                <mat-chip-row (removed)="toggle(value)">
                  {{ labelOf(value) }}
                  <button
                    matChipRemove
                    type="button"
                    ariaLabel="Take out {{ labelOf(value) }}"
                    i18n-ariaLabel
                  >
                    <mat-icon svgIcon="close" />
                  </button>
                </mat-chip-row>
              }
            </mat-chip-grid>
          }
          <tov-choice
            [byWords]="true"
            label="Add to {{ name() ?? field().label }}"
            i18n-label
            [options]="left()"
            [value]="null"
            [stays]="false"
            [disabled]="disabled() || left().length === 0"
            (chosen)="add($event)"
          />
        }
        @default {
          @for (choice of shown(); track choice.value) {
            <mat-checkbox
              [class.muted]="gone().includes(choice.value)"
              [checked]="chosen().has(choice.value)"
              [disabled]="disabled()"
              (change)="toggle(choice.value)"
              >{{ choice.label }}</mat-checkbox
            >
          }
        }
      }
    </div>
  `,
  styles: `
    .boxes {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
    }
    .list {
      flex-direction: column;
      gap: 0;
      align-items: start;
    }
    tov-choice {
      width: 100%;
      max-width: 300px;
    }
  `,
})
export class SeveralChoicesWidget extends Widget {
  /** In the cells of rows there is room for boxes alone. */
  protected readonly display = computed(() =>
    this.compact() ? 'boxes' : severalChoices.read(this.field().field.settings).display,
  );
  private readonly choices = computed<readonly FieldChoice[]>(() => choicesOf(this.field().field));
  protected readonly chosen = computed<ReadonlySet<string>>(() => {
    const value = this.value();
    return new Set(isJsonList(value) ? value.filter((each) => typeof each === 'string') : []);
  });
  protected readonly picked = computed(() => [...this.chosen()]);
  /** Chosen ones that are no choice any more. */
  protected readonly gone = computed(() => {
    const offered = new Set(this.choices().map(({ value }) => value));
    return [...this.chosen()].filter((value) => !offered.has(value));
  });
  /** The choices, and chosen ones that are none any more. */
  protected readonly shown = computed<readonly FieldChoice[]>(() => [
    ...this.choices(),
    ...this.gone().map((value) => ({ value, label: this.labelOf(value) })),
  ]);
  protected readonly left = computed(() => this.choices().filter(({ value }) => !this.chosen().has(value)));

  protected labelOf(value: string): string {
    return this.gone().includes(value)
      ? say`${value} (no longer a choice)`
      : labelOfChoice(this.choices(), value);
  }

  protected toggle(value: string): void {
    this.set([...toggled(this.chosen(), value)]);
  }

  protected add(value: string | null): void {
    if (value !== null) this.set([...this.chosen(), value]);
  }

  protected set(values: readonly string[]): void {
    const order = [...this.choices().map(({ value }) => value), ...this.gone()];
    const ordered = order.filter((each) => values.includes(each));
    this.commit()(ordered.length === 0 ? null : ordered);
  }
}
