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
import type { PathOption } from '@tovlet/core/paths/paths-from';

/** So many ways are shown at once; words narrow them down. */
const SHOWN = 80;

interface Group {
  /** What leads to these values; empty for those of the thing itself. */
  readonly way: string;
  readonly options: readonly PathOption[];
}

const normal = (text: string): string => text.toLocaleLowerCase();

const wayOf = ({ path: { label } }: PathOption): string => label.split(' › ').slice(0, -1).join(' › ');
const nameOf = ({ path: { label } }: PathOption): string => label.split(' › ').at(-1) ?? label;

/** Finds a value by words, wherever it stands: the nearest first, what references lead to under their names. */
@Component({
  selector: 'tov-path-search',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatOptgroup, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      type="text"
      [attr.aria-label]="label()"
      placeholder="Altitude, wardens, area …"
      i18n-placeholder
      [value]="chosenLabel()"
      [matAutocomplete]="found"
      (input)="words.set(box.value)"
      (focus)="box.select()"
    />
    <mat-autocomplete
      #found="matAutocomplete"
      autoActiveFirstOption
      [displayWith]="display"
      (optionSelected)="choose($event)"
      (closed)="words.set('')"
    >
      @for (group of groups(); track group.way) {
        @if (group.way === '') {
          @for (option of group.options; track option.path.keys) {
            <mat-option [value]="option">{{ nameOf(option) }}</mat-option>
          }
        } @else {
          <mat-optgroup [label]="group.way">
            @for (option of group.options; track option.path.keys) {
              <mat-option [value]="option">{{ nameOf(option) }}</mat-option>
            }
          </mat-optgroup>
        }
      } @empty {
        <mat-option i18n disabled>Nothing is called that.</mat-option>
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class PathSearch {
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  readonly options = input.required<readonly PathOption[]>();
  /** What is chosen, in words; empty where nothing is. */
  readonly chosenLabel = input('');
  readonly label = input.required<string>();
  readonly chosen = output<PathOption>();
  protected readonly words = signal('');
  protected readonly nameOf = nameOf;
  protected readonly display = (option: PathOption | string): string =>
    typeof option === 'string' ? option : option.path.label;

  protected readonly groups = computed<readonly Group[]>(() => {
    const wanted = normal(this.words()).split(/\s+/).filter(Boolean);
    const fitting = this.options().filter(({ path }) => {
      const label = normal(path.label);
      return wanted.every((word) => label.includes(word));
    });
    const ways = new Map<string, PathOption[]>();
    for (const option of fitting.slice(0, SHOWN)) {
      const way = wayOf(option);
      ways.set(way, [...(ways.get(way) ?? []), option]);
    }
    return [...ways].map(([way, options]) => ({ way, options }));
  });

  protected choose({ option }: MatAutocompleteSelectedEvent): void {
    const value: unknown = option.value;
    const found = this.options().find((each) => each === value);
    if (found) this.chosen.emit(found);
  }

  /** Puts the focus into the box. */
  focus(): void {
    this.box().nativeElement.focus();
  }
}
