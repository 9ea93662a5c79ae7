import { valueFrom } from '../../../../shared/event-values';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { ICON_BUTTON } from '../../../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';
import { choicesFromLines } from '@tovlet/core/model/choice-lines';
import { Reorder, reordered } from '../../../../shared/reorder';

interface EditedChoice {
  readonly value: string;
  readonly label: string;
}

/** The choices of a field: value and label of each; several can be pasted, one a line, as `value : label` or label. */
@Component({
  selector: 'tov-choices-editor',
  imports: [ICON_BUTTON, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head"><span i18n>Label</span><span i18n>Value</span><span></span></div>
    @for (choice of choices(); track $index) {
      <div class="choice">
        <input
          class="control"
          ariaLabel="Label of choice {{ $index + 1 }}"
          i18n-ariaLabel
          [disabled]="disabled()"
          [value]="choice.label"
          (change)="setLabel($index, valueFrom($event))"
          (keydown)="key($event, $index)"
        />
        <input
          class="control mono"
          ariaLabel="Value of choice {{ $index + 1 }}"
          i18n-ariaLabel
          [disabled]="disabled()"
          [value]="choice.value"
          (change)="setValue($index, valueFrom($event))"
          (keydown)="key($event, $index)"
        />
        <button
          type="button"
          matIconButton
          ariaLabel="Remove {{ choice.label }}"
          i18n-ariaLabel
          [disabled]="disabled()"
          (click)="emit(without($index))"
        >
          <mat-icon svgIcon="close" />
        </button>
      </div>
    }
    @if (!disabled()) {
      <input
        #more
        class="control"
        placeholder="Add a choice, or paste several lines"
        i18n-placeholder
        aria-label="Add a choice"
        i18n-aria-label
        (keydown.enter)="$event.preventDefault(); add([more.value]); more.value = ''"
        (blur)="add([more.value]); more.value = ''"
        (paste)="paste($event)"
      />
    }
    @if (double()) {
      <p i18n class="error-text">Two choices have the value {{ double() }}. Give one of them another.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
    }
    .head,
    .choice {
      display: grid;
      grid-template-columns: 1fr 1fr 28px;
      gap: 4px;
    }
    .head {
      color: var(--muted);
      font-size: 12px;
    }
  `,
})
export class ChoicesEditor {
  private readonly reorder = inject(Reorder);
  protected readonly valueFrom = valueFrom;
  readonly value = input.required<JsonValue>();
  readonly disabled = input(false);
  readonly changed = output<JsonValue>();

  /** What is shown: the saved choices, or an edit that cannot be saved yet. */
  protected readonly choices = linkedSignal<readonly EditedChoice[]>(() => {
    const value = this.value();
    if (!isJsonList(value)) return [];
    return value
      .filter(isJsonObject)
      .map((choice) => ({ value: String(choice['value'] ?? ''), label: String(choice['label'] ?? '') }));
  });
  protected readonly double = computed(() => {
    const values = this.choices().map(({ value }) => value);
    return values.find((value, index) => values.indexOf(value) !== index) ?? null;
  });

  protected add(lines: readonly string[]): void {
    const added = choicesFromLines(
      lines,
      this.choices().map(({ value }) => value),
    );
    if (added.length > 0) this.emit([...this.choices(), ...added]);
  }

  protected paste(event: ClipboardEvent): void {
    const lines = (event.clipboardData?.getData('text') ?? '').split(/\r?\n/);
    if (lines.length < 2) return;
    event.preventDefault();
    this.add(lines);
  }

  protected without = (index: number): readonly EditedChoice[] =>
    this.choices().filter((_choice, at) => at !== index);

  protected setLabel(index: number, label: string): void {
    if (label.trim() === '') this.emit(this.without(index));
    else
      this.emit(
        this.choices().map((choice, at) => (at === index ? { ...choice, label: label.trim() } : choice)),
      );
  }

  protected setValue(index: number, value: string): void {
    if (value.trim() !== '')
      this.emit(
        this.choices().map((choice, at) => (at === index ? { ...choice, value: value.trim() } : choice)),
      );
  }

  protected key(event: KeyboardEvent, index: number): void {
    const move = (to: number): void => this.emit(reordered(this.choices(), index, to));
    this.reorder.byKey(event, { index, count: this.choices().length, move });
  }

  protected emit(choices: readonly EditedChoice[]): void {
    this.choices.set(choices);
    if (this.double() === null) this.changed.emit(choices.map(({ value, label }) => ({ value, label })));
  }
}
