import { say } from '@tovlet/core/locale/say';
import { slider } from '@tovlet/core/fields/slider/slider';
import { numberFor, numberIn } from '@tovlet/core/locale/numbers';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Said } from '../../shared/said';
import { Typing } from '../../shared/typed/typing';
import { Widget } from '../../forms/widget';

/** A number on a scale. Untouched, it has no value: the scale says so. */
@Component({
  selector: 'tov-slider-widget',
  imports: [MatButton, MatSlider, MatSliderThumb, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
      <mat-slider
        [min]="settings().min"
        [max]="settings().max"
        [step]="settings().step"
        [disabled]="disabled()"
      >
        <input
          #range
          matSliderThumb
          [id]="inputId()"
          [attr.aria-label]="name()"
          [attr.aria-describedby]="describedBy()"
          [attr.aria-invalid]="invalid()"
          [attr.aria-valuetext]="words()"
          [value]="position()"
          (input)="commit()(range.valueAsNumber)"
        />
      </mat-slider>
      <input
        #box
        class="control number"
        inputmode="decimal"
        autocomplete="off"
        ariaLabel="{{ name() ?? field().label }}, as a number"
        i18n-ariaLabel
        [attr.aria-invalid]="invalid()"
        [placeholder]="'not set' | said"
        [disabled]="disabled()"
        [value]="shown()"
        (input)="type(box.value)"
        (blur)="typing.end()"
      />
      @if (settings().unit; as unit) {
        <span class="muted">{{ unit }}</span>
      }
      @if (value() !== null && !field().field.required) {
        <button i18n type="button" matButton [disabled]="disabled()" (click)="commit()(null)">Clear</button>
      }
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 32px;
    }
    .number {
      width: 84px;
      font-variant-numeric: tabular-nums;
    }
    mat-slider {
      flex: 1;
      max-width: 260px;
    }
  `,
})
export class SliderWidget extends Widget {
  private readonly locale = inject(READER_LOCALE);
  protected readonly typing = new Typing();
  protected readonly settings = computed(() => slider.read(this.field().field.settings));
  protected readonly position = computed(() => {
    const value = this.value();
    return typeof value === 'number' ? value : this.settings().min;
  });
  protected readonly words = computed(() => {
    const value = this.value();
    if (value === null) return say`not set`;
    const shown = typeof value === 'number' ? numberFor(this.locale, value, 0) : String(value);
    return [shown, this.settings().unit].filter(Boolean).join(' ');
  });
  protected readonly shown = computed(() => {
    const value = this.value();
    const typed = this.typing.textFor(value);
    if (typed !== null) return typed;
    return typeof value === 'number' ? numberFor(this.locale, value, 0) : String(value ?? '');
  });

  protected type(text: string): void {
    const value = text.trim() === '' ? null : (numberIn(this.locale, text) ?? text);
    this.typing.note(text, value);
    this.commit()(value);
  }
}
