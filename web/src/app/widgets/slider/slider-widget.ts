import { say } from '@tovlet/core/locale/say';
import { slider } from '@tovlet/core/fields/slider/slider';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { Widget } from '../../forms/widget';

/** A number on a scale. Untouched, it has no value: the scale says so. */
@Component({
  selector: 'tov-slider-widget',
  imports: [MatButton, MatSlider, MatSliderThumb],
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
      <output class="muted" [attr.for]="inputId()">{{ words() }}</output>
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
    mat-slider {
      flex: 1;
      max-width: 260px;
    }
  `,
})
export class SliderWidget extends Widget {
  protected readonly settings = computed(() => slider.read(this.field().field.settings));
  protected readonly position = computed(() => {
    const value = this.value();
    return typeof value === 'number' ? value : this.settings().min;
  });
  protected readonly words = computed(() => {
    const value = this.value();
    if (value === null) return say`not set`;
    return [String(value), this.settings().unit].filter(Boolean).join(' ');
  });
}
