import { date } from '@tovlet/core/fields/date/date';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { isCalendarDate } from '@tovlet/core/locale/calendar';
import { dayFor, dayIn } from '@tovlet/core/locale/days';
import { READER_LOCALE } from '../../shared/reader-locale';
import { Typing } from '../../shared/typed/typing';
import { Widget } from '../../forms/widget';

/**
 * A day, typed as the reader writes days or chosen in the browser's own calendar. The browser's own box for days would show
 * nothing of what is half typed, and give nothing of it back.
 */
@Component({
  selector: 'tov-date-widget',
  imports: [ICON_BUTTON, MatIcon],
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
      <button
        type="button"
        matIconButton
        ariaLabel="Choose {{ name() ?? field().label }} in a calendar"
        i18n-ariaLabel
        [disabled]="disabled()"
        (click)="calendar.showPicker()"
      >
        <mat-icon svgIcon="calendar_today" />
      </button>
      <input
        #calendar
        class="behind"
        type="date"
        tabindex="-1"
        aria-hidden="true"
        [attr.min]="settings().min"
        [attr.max]="settings().max"
        [disabled]="disabled()"
        [value]="day()"
        (change)="choose(calendar.value)"
      />
    </span>
  `,
  styles: `
    .around {
      position: relative;
      display: flex;
      gap: 2px;
      align-items: center;
    }
    .control {
      max-width: 150px;
      font-variant-numeric: tabular-nums;
    }
    .behind {
      position: absolute;
      left: 150px;
      bottom: 0;
      width: 1px;
      height: 1px;
      padding: 0;
      border: 0;
      opacity: 0;
      pointer-events: none;
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
