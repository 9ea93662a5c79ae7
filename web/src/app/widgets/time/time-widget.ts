import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { timeFrom } from '@tovlet/core/fields/time/time';
import { READER_LOCALE } from '../../shared/reader-locale';
import { timeFor } from '../date_time/moments';
import { Typing } from '../../shared/typed/typing';
import { Widget } from '../../forms/widget';

/** A time of day as people type it: 18:30, 18.30 or 6:30 pm. */
@Component({
  selector: 'tov-time-widget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #box
      class="control"
      autocomplete="off"
      [id]="inputId()"
      [attr.aria-label]="name()"
      [attr.aria-describedby]="describedBy()"
      [attr.aria-invalid]="invalid()"
      [attr.aria-required]="field().field.required"
      [placeholder]="example"
      [disabled]="disabled()"
      [value]="shown()"
      (input)="type(box.value)"
      (blur)="typing.end()"
    />
  `,
  styles: `
    .control {
      max-width: 110px;
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class TimeWidget extends Widget {
  private readonly locale = inject(READER_LOCALE);
  protected readonly typing = new Typing();
  protected readonly example = timeFor(this.locale, '18:30');
  protected readonly shown = computed(() => {
    const value = this.value();
    return this.typing.textFor(value) ?? (value === null ? '' : timeFor(this.locale, String(value)));
  });

  protected type(text: string): void {
    const value = text.trim() === '' ? null : (timeFrom(text) ?? text);
    this.typing.note(text, value);
    this.commit()(value);
  }
}
