import { say } from '@tovlet/core/locale/say';
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

/** So many ways are shown at once; words narrow them down. */
const SHOWN = 80;

/** A value that can be chosen: the way to it in words, and by keys. */
export interface PathChoice {
  readonly path: { readonly label: string; readonly keys: string };
}

interface Group<Option> {
  /** What leads to these values; empty for those of the thing itself. */
  readonly way: string;
  readonly options: readonly Option[];
}

const normal = (text: string): string => text.toLocaleLowerCase();

const wayOf = ({ path: { label } }: PathChoice): string => label.split(' › ').slice(0, -1).join(' › ');
const nameOf = ({ path: { label } }: PathChoice): string => label.split(' › ').at(-1) ?? label;

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
      [placeholder]="placeholder()"
      [value]="chosenLabel()"
      [class.gone]="gone()"
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
      @if (none() !== '' && words() === '') {
        <mat-option [value]="null">{{ none() }}</mat-option>
      }
      @for (group of groups(); track group.way) {
        @if (group.way === '') {
          @for (option of group.options; track option.path.keys) {
            <mat-option [value]="option"
              ><span class="option"
                >{{ nameOf(option) }} <span class="sample">{{ sampleOf()(option) }}</span></span
              ></mat-option
            >
          }
        } @else {
          <mat-optgroup [label]="group.way">
            @for (option of group.options; track option.path.keys) {
              <mat-option [value]="option"
                ><span class="option"
                  >{{ nameOf(option) }} <span class="sample">{{ sampleOf()(option) }}</span></span
                ></mat-option
              >
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
    .gone {
      color: var(--brick);
    }
    .option {
      display: block;
      width: 100%;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .sample {
      margin-left: 6px;
      color: var(--muted);
      font-size: 12px;
    }
  `,
})
export class PathSearch<Option extends PathChoice> {
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  readonly options = input.required<readonly Option[]>();
  /** What is chosen, in words; empty where nothing is. */
  readonly chosenLabel = input('');
  readonly label = input.required<string>();
  readonly placeholder = input(say`Altitude, wardens, area …`);
  /** The words of choosing none; empty where something has to be chosen. */
  readonly none = input('');
  /** Whether what is chosen is there no more. */
  readonly gone = input(false);
  /** The value of a sample beside each. */
  readonly sampleOf = input<(option: Option) => string>(() => '');
  readonly cleared = output();
  readonly chosen = output<Option>();
  protected readonly words = signal('');
  protected readonly nameOf = nameOf;
  protected readonly display = (option: PathChoice | string | null): string =>
    option === null ? '' : typeof option === 'string' ? option : option.path.label;

  protected readonly groups = computed<readonly Group<Option>[]>(() => {
    const wanted = normal(this.words()).split(/\s+/).filter(Boolean);
    const fitting = this.options().filter(({ path }) => {
      const label = normal(path.label);
      return wanted.every((word) => label.includes(word));
    });
    const ways = new Map<string, Option[]>();
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
    else if (value === null) this.cleared.emit();
    // The box says what is chosen, which is not always what was pressed: a list of values begins anew.
    this.box().nativeElement.value = this.chosenLabel();
  }

  /** Puts the focus into the box. */
  focus(): void {
    this.box().nativeElement.focus();
  }
}
