import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Operand } from '@tovlet/core/conditions/operator';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { EntrySearch } from '../../shared/entry-search';
import type { Subject } from './subjects';

/** The value beside an operator: one, several, two bounds or a number of rows, by the kind of subject. */
@Component({
  selector: 'tov-comparison-value',
  imports: [EntrySearch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (shape()) {
      @case ('options') {
        <select
          class="control"
          aria-label="Value"
          [disabled]="disabled()"
          (change)="changed.emit($any($event.target).value)"
        >
          @if (!known(value())) {
            <option value="" selected>{{ value() === null ? 'Choose…' : 'Removed: ' + value() }}</option>
          }
          @for (option of subject().options; track option.value) {
            <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
          }
        </select>
      }
      @case ('several') {
        <div class="several">
          @for (option of subject().options; track option.value) {
            <label class="check"
              ><input
                type="checkbox"
                [disabled]="disabled()"
                [checked]="items().includes(option.value)"
                (change)="toggle(option.value)"
              />{{ option.label }}</label
            >
          }
        </div>
      }
      @case ('entry') {
        <tov-entry-search
          [value]="items()"
          [several]="operand() === 'list'"
          [disabled]="disabled()"
          (changed)="changed.emit($event)"
        />
      }
      @case ('list') {
        <input
          class="control"
          aria-label="Values, with commas between"
          placeholder="Values, with commas between"
          [disabled]="disabled()"
          [value]="items().join(', ')"
          (change)="setList($any($event.target).value)"
        />
      }
      @case ('range') {
        <div class="range">
          <input
            class="control"
            aria-label="From"
            [type]="inputType()"
            [disabled]="disabled()"
            [value]="items()[0] ?? ''"
            (change)="setBound(0, $any($event.target).value)"
          />
          <span class="muted">and</span>
          <input
            class="control"
            aria-label="To"
            [type]="inputType()"
            [disabled]="disabled()"
            [value]="items()[1] ?? ''"
            (change)="setBound(1, $any($event.target).value)"
          />
        </div>
      }
      @case ('count') {
        <input
          class="control"
          aria-label="Number of rows"
          type="number"
          min="0"
          [disabled]="disabled()"
          [value]="value() ?? ''"
          (change)="changed.emit(numberOf($any($event.target).value))"
        />
      }
      @case ('single') {
        <input
          class="control"
          aria-label="Value"
          [type]="inputType()"
          step="any"
          [disabled]="disabled()"
          [value]="value() ?? ''"
          (change)="changed.emit(typed($any($event.target).value))"
        />
      }
    }
  `,
  styles: `
    .range {
      display: flex;
      gap: 6px;
      align-items: center;
    }
    .several {
      max-height: 160px;
      overflow: auto;
    }
  `,
})
export class ComparisonValue {
  readonly subject = input.required<Subject>();
  readonly operand = input.required<Operand>();
  readonly value = input.required<JsonValue>();
  readonly disabled = input(false);
  readonly changed = output<JsonValue>();

  protected readonly shape = computed(() => {
    const [operand, { control }] = [this.operand(), this.subject()];
    if (operand === 'nothing' || operand === 'count' || operand === 'range') return operand;
    if (control === 'entry') return 'entry';
    if (control === 'options') return operand === 'list' ? 'several' : 'options';
    return operand === 'list' ? 'list' : 'single';
  });
  protected readonly inputType = computed(
    () =>
      ({ number: 'number', date: 'date', text: 'text', options: 'text', entry: 'text' })[
        this.subject().control
      ],
  );
  protected readonly items = computed<readonly string[]>(() => {
    const value = this.value();
    return (isJsonList(value) ? value : [value]).filter((item) => item !== null).map(String);
  });

  protected known = (value: JsonValue): boolean =>
    this.subject().options.some((option) => option.value === value);
  protected numberOf = (text: string): JsonValue =>
    text.trim() === '' || Number.isNaN(Number(text)) ? null : Number(text);
  protected typed = (text: string): JsonValue =>
    this.subject().control === 'number' ? this.numberOf(text) : text;

  protected toggle(value: string): void {
    const items = this.items();
    this.changed.emit(items.includes(value) ? items.filter((item) => item !== value) : [...items, value]);
  }

  protected setList(text: string): void {
    const parts = text.split(',').map((part) => part.trim());
    this.changed.emit(parts.filter((part) => part !== '').map(this.typed));
  }

  protected setBound(index: 0 | 1, text: string): void {
    const bounds = [this.typed(this.items()[0] ?? ''), this.typed(this.items()[1] ?? '')];
    bounds[index] = this.typed(text);
    this.changed.emit(bounds);
  }
}
