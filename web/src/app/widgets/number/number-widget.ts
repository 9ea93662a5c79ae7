import { decimalsOf, money } from '@tovlet/core/fields/money/money';
import { number } from '@tovlet/core/fields/number/number';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { numberFor, numberIn } from '@tovlet/core/locale/numbers';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Typing } from '../../shared/typed/typing';
import { Widget } from '../../forms/widget';

/** A number or an amount as people type it, with its unit or currency behind. */
@Component({
  selector: 'tov-number-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
      <input
        #box
        class="control"
        inputmode="decimal"
        autocomplete="off"
        [id]="inputId()"
        [attr.aria-label]="name()"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [placeholder]="placeholder()"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="type(box.value)"
        (blur)="typing.end()"
      />
      @if (unit()) {
        <span class="muted">{{ unit() }}</span>
      }
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 6px;
      align-items: center;
    }
    .control {
      font-variant-numeric: tabular-nums;
      max-width: 180px;
    }
  `,
})
export class NumberWidget extends Widget {
  private readonly locale = inject(READER_LOCALE);
  protected readonly typing = new Typing();
  protected readonly shown = computed(() => {
    const value = this.value();
    const typed = this.typing.textFor(value);
    if (typed !== null) return typed;
    return typeof value === 'number'
      ? numberFor(this.locale, value, this.decimals())
      : value === null
        ? ''
        : String(value);
  });

  private readonly ofNumber = computed(() => settingsOf(number, this.field().field));
  protected readonly placeholder = computed(() => this.ofNumber()?.placeholder ?? '');
  /** Decimals that stand even where they are nothing: those of a currency. */
  private readonly decimals = computed(() => {
    const currency = settingsOf(money, this.field().field)?.currency;
    return currency === undefined ? 0 : decimalsOf(currency);
  });
  protected readonly unit = computed(
    () => settingsOf(money, this.field().field)?.currency ?? this.ofNumber()?.unit ?? '',
  );

  protected type(text: string): void {
    const value = text.trim() === '' ? null : (numberIn(this.locale, text) ?? text);
    this.typing.note(text, value);
    this.commit()(value);
  }
}
