import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import {
  MatAutocomplete,
  MatAutocompleteTrigger,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import { MatOptgroup, MatOption } from '@angular/material/core';
import { NgTemplateOutlet } from '@angular/common';
import { groupsOf, type ChoiceOption } from './choice-option';

/** So many are shown at once; words narrow them down. */
const SHOWN = 100;

/** Chooses one of many things by words of its name. */
@Component({
  selector: 'tov-choice-search',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatOptgroup, MatOption, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      type="text"
      [attr.id]="inputId() || null"
      [attr.aria-label]="label()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [placeholder]="none() ?? ''"
      [value]="chosenLabel()"
      [disabled]="disabled()"
      [matAutocomplete]="found"
      (focus)="begin()"
      (input)="words.set(box.value)"
      (keydown.escape)="escaped = true"
      (keydown.tab)="takeTyped()"
    />
    <mat-autocomplete
      #found="matAutocomplete"
      autoActiveFirstOption
      hideSingleSelectionIndicator
      [displayWith]="display"
      aria-label="Found"
      i18n-aria-label
      (optionSelected)="choose($event)"
      (closed)="end()"
    >
      @if (words() === '') {
        @if (none(); as none) {
          <mat-option [value]="null">{{ none }}</mat-option>
        }
      }
      @for (group of groups(); track group.label) {
        @if (group.label) {
          <mat-optgroup [label]="group.label">
            <ng-container *ngTemplateOutlet="choices; context: { $implicit: group.options }" />
          </mat-optgroup>
        } @else {
          <ng-container *ngTemplateOutlet="choices; context: { $implicit: group.options }" />
        }
      } @empty {
        <mat-option i18n disabled>Nothing is called that.</mat-option>
      }
      <ng-template #choices let-options>
        @for (option of options; track option.value) {
          <mat-option [value]="option.value">{{ option.label }}</mat-option>
        }
      </ng-template>
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    input {
      width: 100%;
      text-overflow: ellipsis;
    }
  `,
})
export class ChoiceSearch {
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  readonly options = input.required<readonly ChoiceOption[]>();
  /** The words of what is chosen; empty where nothing is. */
  readonly chosenLabel = input('');
  /** The words of choosing none; without them something is always chosen. */
  readonly none = input<string>();
  readonly label = input.required<string>();
  readonly disabled = input(false);
  readonly inputId = input('');
  readonly describedBy = input<string | null>(null);
  readonly invalid = input(false);
  readonly chosen = output<string | null>();

  protected readonly words = signal('');
  private readonly fitting = computed(() => {
    const wanted = this.words().toLocaleLowerCase().split(/\s+/).filter(Boolean);
    const fits = ({ label, group = '' }: ChoiceOption): boolean => {
      const text = `${label} ${group}`.toLocaleLowerCase();
      return wanted.every((word) => text.includes(word));
    };
    const begins = ({ label }: ChoiceOption): boolean =>
      label.trim().toLocaleLowerCase().startsWith(wanted.join(' '));
    const found = this.options().filter(fits);
    // What begins with the words is meant before what only has them.
    return wanted.length === 0 ? found : [...found.filter(begins), ...found.filter((each) => !begins(each))];
  });
  protected readonly groups = computed(() => groupsOf(this.fitting().slice(0, SHOWN)));
  /** The box says what is chosen, which its owner decides. */
  protected readonly display = (): string => this.box().nativeElement.value;

  /** What was found first when the list closed: Tab closes it before it is heard of. */
  private left: ChoiceOption | null = null;
  /** Whether Escape, which the list hears after the box, closes it. */
  protected escaped = false;

  protected begin(): void {
    this.left = null;
    this.escaped = false;
    this.box().nativeElement.select();
  }

  protected choose({ option }: MatAutocompleteSelectedEvent): void {
    const value: unknown = option.value;
    this.end();
    this.left = null;
    // Where the choice does not stay, the same can be chosen again.
    option.deselect();
    this.chosen.emit(typeof value === 'string' ? value : null);
  }

  /** Whoever types the beginning of a name and goes on has chosen. */
  protected takeTyped(): void {
    if (this.left) this.chosen.emit(this.left.value);
    this.left = null;
  }

  protected end(): void {
    this.left = this.escaped || this.words() === '' ? null : (this.fitting()[0] ?? null);
    this.escaped = false;
    this.words.set('');
    this.box().nativeElement.value = this.chosenLabel();
  }
}
