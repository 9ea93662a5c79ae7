import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { valueFrom } from './event-values';

/** One of several things to choose from. */
export interface ChoiceOption {
  readonly value: string;
  readonly label: string;
  /** Those of one group stand together under its name. */
  readonly group?: string;
}

/** Chooses one of several things: each has a name; there may be a choice of none, and something chosen that is gone. */
@Component({
  selector: 'tov-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      #box
      class="control"
      [id]="inputId()"
      [attr.aria-label]="label()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [disabled]="disabled()"
      (change)="chosen.emit(valueFrom($event) || null); stays() || (box.value = '')"
    >
      @if (none(); as none) {
        <option value="" [selected]="value() === null">{{ none }}</option>
      }
      @for (group of groups(); track group.label) {
        @if (group.label) {
          <optgroup [label]="group.label">
            @for (option of group.options; track option.value) {
              <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
            }
          </optgroup>
        } @else {
          @for (option of group.options; track option.value) {
            <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
          }
        }
      }
      @if (isGone()) {
        <option [value]="value()" selected>{{ gone() }}</option>
      }
    </select>
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class Choice {
  protected readonly valueFrom = valueFrom;
  readonly options = input.required<readonly ChoiceOption[]>();
  /** What is chosen; null where nothing is. */
  readonly value = input<string | null>(null);
  /** The words of choosing none; without them something is always chosen. */
  readonly none = input<string>();
  /** The words for something chosen that is not among the options. */
  readonly gone = input<string>();
  readonly label = input<string | null>(null);
  readonly disabled = input(false);
  readonly inputId = input<string>();
  readonly describedBy = input<string | null>(null);
  readonly invalid = input<boolean | null>(null);
  /** Whether what was chosen stays shown; else the next thing can be chosen at once. */
  readonly stays = input(true);
  readonly chosen = output<string | null>();

  protected readonly groups = computed(() =>
    [...new Set(this.options().map(({ group }) => group))].map((label) => ({
      label,
      options: this.options().filter(({ group }) => group === label),
    })),
  );
  protected readonly isGone = computed(() => {
    const value = this.value();
    return (
      this.gone() !== undefined && value !== null && !this.options().some((option) => option.value === value)
    );
  });
}
