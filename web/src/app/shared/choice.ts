import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import { MatOptgroup, MatOption } from '@angular/material/core';
import { MatSelect, type MatSelectChange } from '@angular/material/select';
import { groupsOf, type ChoiceOption } from './choice-option';
import { ChoiceSearch } from './choice-search';

/** From more options than these one is found by words. */
const MANY = 12;

/** Letters that follow each other faster belong together, in milliseconds: as Material has it. */
const TYPING_PAUSE = 200;
const NOTHING_TYPED = { letters: '', at: -Infinity };

/** Chooses one of several things: each has a name; there may be a choice of none, and something chosen that is gone. */
@Component({
  selector: 'tov-choice',
  imports: [ChoiceSearch, MatOptgroup, MatOption, MatSelect, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (many()) {
      <tov-choice-search
        [options]="options()"
        [chosenLabel]="chosenLabel()"
        [none]="none()"
        [label]="label()"
        [disabled]="disabled()"
        [inputId]="inputId()"
        [describedBy]="describedBy()"
        [invalid]="invalid()"
        (chosen)="chosen.emit($event)"
      />
    } @else {
      <mat-select
        #box
        class="control"
        hideSingleSelectionIndicator
        [id]="inputId()"
        [aria-label]="label()"
        [aria-describedby]="describedBy() ?? ''"
        [placeholder]="none() ?? ''"
        [canSelectNullableOptions]="none() !== undefined"
        [value]="value()"
        [disabled]="disabled()"
        [panelWidth]="null"
        (selectionChange)="choose($event)"
        (keydown)="type($event)"
        (blur)="takeTyped()"
      >
        @if (none(); as none) {
          <mat-option [value]="null">{{ none }}</mat-option>
        }
        @for (group of groups(); track group.label) {
          @if (group.label) {
            <mat-optgroup [label]="group.label">
              <ng-container *ngTemplateOutlet="choices; context: { $implicit: group.options }" />
            </mat-optgroup>
          } @else {
            <ng-container *ngTemplateOutlet="choices; context: { $implicit: group.options }" />
          }
        }
        @if (isGone()) {
          <mat-option [value]="value()">{{ gone() }}</mat-option>
        }
        <ng-template #choices let-options>
          @for (option of options; track option.value) {
            <mat-option [value]="option.value">{{ option.label }}</mat-option>
          }
        </ng-template>
      </mat-select>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class Choice {
  private readonly box = viewChild(MatSelect);
  readonly options = input.required<readonly ChoiceOption[]>();
  /** What is chosen; null where nothing is. */
  readonly value = input<string | null>(null);
  /** The words of choosing none; without them something is always chosen. */
  readonly none = input<string>();
  /** The words for something chosen that is not among the options. */
  readonly gone = input<string>();
  /** What it is called, for screen readers. */
  readonly label = input.required<string>();
  readonly disabled = input(false);
  readonly inputId = input('');
  readonly describedBy = input<string | null>(null);
  readonly invalid = input(false);
  /** Whether what was chosen stays shown; else the next thing can be chosen at once. */
  readonly stays = input(true);
  /** Whether one is found by words however few there are. */
  readonly byWords = input(false);
  readonly chosen = output<string | null>();

  private typed = NOTHING_TYPED;

  /** Many are looked through by words. It stays so when some are taken, for the box would go under somebody's hands. */
  protected readonly many = linkedSignal<number, boolean>({
    source: () => (this.byWords() ? Infinity : this.options().length),
    computation: (options, before) => before?.value === true || options > MANY,
  });
  protected readonly groups = computed(() => groupsOf(this.options()));
  protected readonly chosenLabel = computed(() => {
    const value = this.value();
    if (value === null || !this.stays()) return '';
    return (
      this.options()
        .find((option) => option.value === value)
        ?.label.trim() ??
      this.gone() ??
      ''
    );
  });
  protected readonly isGone = computed(() => {
    const value = this.value();
    return (
      this.gone() !== undefined && value !== null && !this.options().some((option) => option.value === value)
    );
  });

  constructor() {
    effect(() => {
      const [box, invalid] = [this.box(), this.invalid()];
      if (!box) return;
      box.errorState = invalid;
      box.stateChanges.next();
    });
  }

  /** Keeps what is typed: Material chooses by it after a pause, and forgets it when the focus goes on before. */
  protected type({ key, ctrlKey, metaKey, altKey, timeStamp }: KeyboardEvent): void {
    if (key.length !== 1 || ctrlKey || metaKey || altKey) return;
    const goesOn = timeStamp - this.typed.at < TYPING_PAUSE;
    this.typed = { letters: (goesOn ? this.typed.letters : '') + key, at: timeStamp };
  }

  /** Whoever types the beginning of a name and goes on at once has chosen all the same, however slow the machine is. */
  protected takeTyped(): void {
    const { letters } = this.typed;
    this.typed = NOTHING_TYPED;
    if (letters.trim() === '' || this.disabled()) return;
    const begins = ({ label }: ChoiceOption): boolean =>
      label.toLocaleLowerCase().startsWith(letters.toLocaleLowerCase());
    const found = this.options().find(begins);
    if (found && found.value !== this.value()) this.chosen.emit(found.value);
  }

  protected choose({ value, source }: MatSelectChange<string | null>): void {
    this.typed = NOTHING_TYPED;
    this.chosen.emit(value);
    if (!this.stays()) source.value = null;
  }
}
