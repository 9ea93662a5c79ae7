import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { JsonValue } from '@tovlet/core/json';
import { READER_LOCALE } from '../reader-locale';
import { uniqueId } from '../unique-id';
import { typedKinds, type TypedKind, type TypedKindName } from './typed-kinds';
import { Typing } from './typing';

/**
 * A box for a number, a day, or a list of numbers, typed as the reader writes them. It gives a value once the box is left or
 * Enter is pressed; what cannot be read stays in it, beside what is wrong, and changes nothing.
 */
@Component({
  selector: 'tov-typed-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      autocomplete="off"
      [attr.inputmode]="kind() === 'number' ? 'decimal' : null"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong() !== null"
      [attr.aria-describedby]="wrong() === null ? null : wrongId"
      [placeholder]="placeholder() ?? of().example(locale)"
      [disabled]="disabled()"
      [value]="shown()"
      (input)="type(box.value)"
      (change)="take(box.value)"
    />
    @if (wrong(); as words) {
      <small class="error-text" role="alert" [id]="wrongId">{{ words }}</small>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    .control {
      width: 100%;
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class TypedBox {
  readonly kind = input.required<TypedKindName>();
  readonly value = input.required<JsonValue>();
  /** The name, where no label stands around the box. */
  readonly label = input<string | null>(null);
  /** What stands in the empty box; an example of the kind where nothing is given. */
  readonly placeholder = input<string | null>(null);
  readonly disabled = input(false);
  /** A value that was typed; null for an empty box. */
  readonly changed = output<JsonValue>();
  protected readonly locale = inject(READER_LOCALE);
  protected readonly wrongId = uniqueId();
  private readonly typing = new Typing();
  private readonly refused = signal<string | null>(null);
  protected readonly of = computed((): TypedKind => typedKinds[this.kind()]);
  private readonly typed = computed(() => this.typing.textFor(this.value()));
  protected readonly shown = computed(() => this.typed() ?? this.of().show(this.locale, this.value()));
  /** Gone with the text it is about, as when the value is undone. */
  protected readonly wrong = computed(() => {
    const text = this.refused();
    return text !== null && text === this.typed() ? this.of().wrong(text, this.locale) : null;
  });

  protected type(text: string): void {
    this.refused.set(null);
    this.typing.note(text, this.value());
  }

  protected take(text: string): void {
    const value = text.trim() === '' ? null : this.of().read(this.locale, text);
    if (value === undefined) {
      this.typing.note(text, this.value());
      this.refused.set(text);
      return;
    }
    this.typing.end();
    this.refused.set(null);
    this.changed.emit(value);
  }
}
