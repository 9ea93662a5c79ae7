import { Said } from '../shared/said';
import { valueFrom } from '../shared/event-values';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { Operand } from '@tovlet/core/conditions/operator';
import { isJsonList, type JsonValue } from '@tovlet/core/json';
import { dayUnits, isRelativeDay, type RelativeDay } from '@tovlet/core/conditions/relative-day';
import { EntrySearch } from '../pickers/entry/entry-search';
import { TypedBox } from '../shared/typed/typed-box';
import type { ValueSubject } from './subjects';
import { PersonPicker } from '../pickers/person/person-picker';
import { Choice } from '../shared/choice';
import { TermPicker } from '../pickers/term/term-picker';

/** The value beside an operator: one, several, two bounds or a number of rows, by the kind of subject. */
@Component({
  selector: 'tov-comparison-value',
  imports: [Choice, EntrySearch, MatCheckbox, PersonPicker, TermPicker, TypedBox, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (shape()) {
      @case ('options') {
        <tov-choice
          label="Value"
          i18n-label
          [options]="subject().options"
          [value]="textOf(value())"
          [none]="textOf(value()) === null ? ('Choose…' | said) : undefined"
          gone="Removed: {{ value() }}"
          i18n-gone
          [disabled]="disabled()"
          (chosen)="changed.emit($event)"
        />
      }
      @case ('several') {
        <div class="several">
          @for (option of subject().options; track option.value) {
            <mat-checkbox
              [disabled]="disabled()"
              [checked]="items().includes(option.value)"
              (change)="toggle(option.value)"
              >{{ option.label }}</mat-checkbox
            >
          }
        </div>
      }
      @case ('entry') {
        <tov-entry-search
          [value]="items()"
          [several]="operand() === 'list'"
          [types]="subject().types ?? []"
          [disabled]="disabled()"
          (changed)="changed.emit($event)"
        />
      }
      @case ('term') {
        <tov-term-picker
          label="Value"
          i18n-label
          [taxonomy]="subject().taxonomy"
          [value]="items().at(-1) ?? null"
          [disabled]="disabled()"
          (chosen)="pick($event)"
        />
      }
      @case ('person') {
        <tov-person-picker
          label="Value"
          i18n-label
          none="Choose…"
          i18n-none
          [value]="items().at(-1) ?? null"
          [disabled]="disabled()"
          (chosen)="pick($event)"
        />
      }
      @case ('day') {
        <div class="range">
          <tov-choice
            label="Kind of day"
            i18n-label
            [options]="[
              { value: 'day', label: ('the day' | said) },
              { value: 'today', label: ('today' | said) },
              { value: 'before', label: ('before today' | said) },
              { value: 'after', label: ('after today' | said) },
            ]"
            [value]="dayKind()"
            [disabled]="disabled()"
            (chosen)="setDayKind($event ?? '')"
          />
          @if (relative(); as day) {
            @if (day.today !== 0) {
              <tov-typed-box
                class="amount"
                kind="number"
                label="How many"
                i18n-label
                [disabled]="disabled()"
                [value]="amount(day)"
                (changed)="setAmount(day, $event)"
              />
              <tov-choice
                label="Unit"
                i18n-label
                [options]="units"
                [value]="day.unit"
                [disabled]="disabled()"
                (chosen)="setUnit(day, $event ?? '')"
              />
            }
          } @else {
            <tov-typed-box
              kind="date"
              label="Value"
              i18n-label
              [disabled]="disabled()"
              [value]="value() === '' ? null : value()"
              (changed)="changed.emit($event ?? '')"
            />
          }
        </div>
      }
      @case ('list') {
        @if (kind() === 'number') {
          <tov-typed-box
            kind="numbers"
            label="Values, with semicolons between"
            i18n-label
            [disabled]="disabled()"
            [value]="value()"
            (changed)="changed.emit($event ?? [])"
          />
        } @else {
          <input
            class="control"
            aria-label="Values, with commas between"
            i18n-aria-label
            placeholder="Values, with commas between"
            i18n-placeholder
            [disabled]="disabled()"
            [value]="items().join(', ')"
            (change)="setList(valueFrom($event))"
          />
        }
      }
      @case ('range') {
        <div class="range">
          <tov-typed-box
            label="From"
            i18n-label
            [kind]="kind()"
            [disabled]="disabled()"
            [value]="bounds()[0]"
            (changed)="setBound(0, $event)"
          />
          <span i18n class="muted">and</span>
          <tov-typed-box
            label="To"
            i18n-label
            [kind]="kind()"
            [disabled]="disabled()"
            [value]="bounds()[1]"
            (changed)="setBound(1, $event)"
          />
        </div>
      }
      @case ('count') {
        <tov-typed-box
          kind="number"
          label="Number of rows"
          i18n-label
          [disabled]="disabled()"
          [value]="value()"
          (changed)="changed.emit($event)"
        />
      }
      @case ('single') {
        <tov-typed-box
          label="Value"
          i18n-label
          [kind]="kind()"
          [disabled]="disabled()"
          [value]="value()"
          (changed)="changed.emit($event ?? nothing())"
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
    .amount {
      max-width: 76px;
    }
    .several {
      max-height: 160px;
      overflow: auto;
    }
  `,
})
export class ComparisonValue {
  protected readonly valueFrom = valueFrom;
  readonly subject = input.required<ValueSubject>();
  readonly operand = input.required<Operand>();
  readonly value = input.required<JsonValue>();
  readonly disabled = input(false);
  readonly changed = output<JsonValue>();

  protected readonly shape = computed(() => {
    const [operand, { control }] = [this.operand(), this.subject()];
    if (operand === 'nothing' || operand === 'count' || operand === 'range') return operand;
    if (control === 'entry' || control === 'term' || control === 'person') return control;
    if (control === 'date' && operand === 'value') return 'day';
    if (control === 'options') return operand === 'list' ? 'several' : 'options';
    return operand === 'list' ? 'list' : 'single';
  });
  protected readonly kind = computed(() => {
    const { control } = this.subject();
    return control === 'number' || control === 'date' ? control : 'text';
  });
  /** What stands for a value that was taken away. */
  protected readonly nothing = computed(() => (this.kind() === 'number' ? null : ''));
  protected readonly bounds = computed<readonly [JsonValue, JsonValue]>(() => {
    const value = this.value();
    const [from = null, to = null] = isJsonList(value) ? value : [value];
    return [from === '' ? null : from, to === '' ? null : to];
  });
  protected readonly items = computed<readonly string[]>(() => {
    const value = this.value();
    return (isJsonList(value) ? value : [value]).filter((item) => item !== null).map(String);
  });

  protected readonly units = dayUnits.map((unit) => ({ value: unit, label: unit }));
  protected readonly dayKind = computed(() => {
    const day = this.relative();
    if (!day) return 'day';
    return day.today === 0 ? 'today' : day.today < 0 ? 'before' : 'after';
  });
  protected readonly relative = computed<RelativeDay | null>(() => {
    const value = this.value();
    return isRelativeDay(value) ? value : null;
  });

  protected amount = ({ today }: RelativeDay): number => Math.abs(today);

  /** One id, or a list of one where the operator takes several. */
  protected pick(id: string | null): void {
    if (id === null) return;
    this.changed.emit(this.operand() === 'list' ? [...new Set([...this.items(), id])] : id);
  }

  protected setDayKind(kind: string): void {
    const day = { today: 0, before: -7, after: 7 }[kind];
    this.changed.emit(day === undefined ? '' : { today: day, unit: 'days' });
  }

  protected setAmount({ today, unit }: RelativeDay, amount: JsonValue): void {
    if (typeof amount !== 'number' || amount < 1) return;
    this.changed.emit({ today: Math.round(amount) * Math.sign(today), unit });
  }

  protected setUnit(day: RelativeDay, wanted: string): void {
    const unit = dayUnits.find((each) => each === wanted);
    if (unit) this.changed.emit({ ...day, unit });
  }

  protected textOf = (value: JsonValue): string | null => (typeof value === 'string' ? value : null);
  protected toggle(value: string): void {
    const items = this.items();
    this.changed.emit(items.includes(value) ? items.filter((item) => item !== value) : [...items, value]);
  }

  protected setList(text: string): void {
    const parts = text.split(',').map((part) => part.trim());
    this.changed.emit(parts.filter((part) => part !== ''));
  }

  protected setBound(index: 0 | 1, typed: JsonValue): void {
    const bounds = [...this.bounds()];
    bounds[index] = typed;
    this.changed.emit(bounds.map((bound) => bound ?? this.nothing()));
  }
}
