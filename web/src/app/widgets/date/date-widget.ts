import { date } from '@tovlet/core/fields/date/date';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { DayPicker } from '../../shared/day/day-picker';
import { isCalendarDate } from '@tovlet/core/locale/calendar';
import { dayFor, dayIn } from '@tovlet/core/locale/days';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Typing } from '../../shared/typed/typing';
import { Widget } from '../../forms/widget';

/**
 * A day, typed as the reader writes days or chosen in a calendar. A box that knows days only would show nothing of what is
 * half typed, and give nothing of it back.
 */
@Component({
  selector: 'tov-date-widget',
  imports: [DayPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around">
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
      <tov-day-picker
        [label]="name() ?? field().label"
        [day]="day()"
        [min]="settings().min"
        [max]="settings().max"
        [disabled]="disabled()"
        (chosen)="choose($event)"
      />
    </span>
  `,
  styles: `
    .around {
      display: flex;
      gap: 2px;
      align-items: center;
    }
    .control {
      max-width: 150px;
      font-variant-numeric: tabular-nums;
    }
  `,
})
export class DateWidget extends Widget {
  protected readonly settings = computed(() => date.read(this.field().field.settings));
  private readonly locale = inject(READER_LOCALE);
  protected readonly typing = new Typing();
  protected readonly example = dayFor(this.locale, '1927-07-03');
  /** The day for the calendar; nothing while it is none. */
  protected readonly day = computed(() => {
    const value = this.value();
    return typeof value === 'string' && isCalendarDate(value) ? value : '';
  });
  protected readonly shown = computed(() => {
    const value = this.value();
    return this.typing.textFor(value) ?? (value === null ? '' : dayFor(this.locale, String(value)));
  });

  protected type(text: string): void {
    const value = text.trim() === '' ? null : (dayIn(this.locale, text) ?? text);
    this.typing.note(text, value);
    this.commit()(value);
  }

  protected choose(day: string): void {
    this.typing.end();
    this.commit()(day === '' ? null : day);
  }
}
