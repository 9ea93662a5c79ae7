import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { READER_LOCALE } from '../../shared/reader-locale';
import { dayFor, dayIn } from '@tovlet/core/locale/days';
import { timeFrom } from '@tovlet/core/fields/time/time';
import { DayPicker } from '../../shared/day/day-picker';
import { TimePicker } from '../../shared/day/time-picker';
import { Widget } from '../../forms/widget';
import { momentOf, partsOf, timeFor, zoneHere, type DayAndTime } from '../../shared/day/moments';

/** Day and time as the editor writes them, on the editor's own clock; stored in UTC. */
@Component({
  selector: 'tov-date-time-widget',
  imports: [DayPicker, MatButton, TimePicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="around" role="group" [attr.aria-label]="name() ?? field().label">
      <input
        #day
        class="control day"
        autocomplete="off"
        [id]="inputId()"
        ariaLabel="{{ name() ?? field().label }}, day"
        i18n-ariaLabel
        [attr.aria-describedby]="describedBy()"
        [attr.aria-invalid]="invalid()"
        [attr.aria-required]="field().field.required"
        [placeholder]="example.day"
        [disabled]="disabled()"
        [value]="shown().day"
        (input)="type({ day: day.value, time: time.value })"
      />
      <tov-day-picker
        [label]="name() ?? field().label"
        [day]="calendarDay()"
        [disabled]="disabled()"
        (chosen)="choose($event)"
      />
      <input
        #time
        class="control time"
        autocomplete="off"
        ariaLabel="{{ name() ?? field().label }}, time"
        i18n-ariaLabel
        [attr.aria-invalid]="invalid()"
        [placeholder]="example.time"
        [disabled]="disabled()"
        [value]="shown().time"
        (input)="type({ day: day.value, time: time.value })"
      />
      <tov-time-picker
        label="{{ name() ?? field().label }}, time"
        i18n-label
        [time]="listTime()"
        [disabled]="disabled()"
        (chosen)="chooseTime($event)"
      />
      @if (!compact()) {
        <span class="muted">{{ zone }}</span>
      }
    </span>
    @if (meant().missing) {
      <p i18n class="error-text clocks">
        Clocks are put forward over {{ shown().time }} on that day: there is no such time.
      </p>
    } @else if (meant().twice) {
      <p class="clocks">
        @if (isSecond()) {
          <ng-container i18n
            >Clocks show {{ shown().time }} twice on that day; this is the second.</ng-container
          >
        } @else {
          <ng-container i18n
            >Clocks show {{ shown().time }} twice on that day; this is the first.</ng-container
          >
        }
        &ngsp;
        <button type="button" matButton [disabled]="disabled()" (click)="takeOther()">
          @if (isSecond()) {
            <ng-container i18n>Take the first</ng-container>
          } @else {
            <ng-container i18n>Take the second</ng-container>
          }
        </button>
      </p>
    }
  `,
  styles: `
    .around {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      align-items: center;
    }
    .control {
      font-variant-numeric: tabular-nums;
    }
    .day {
      max-width: 120px;
    }
    .clocks {
      margin: 2px 0 0;
      font-size: 13px;
    }
    .time {
      max-width: 100px;
    }
  `,
})
export class DateTimeWidget extends Widget {
  private readonly locale = inject(READER_LOCALE);
  protected readonly zone = zoneHere();
  protected readonly example = partsOf(this.locale, new Date(2026, 6, 3, 18, 30).toISOString());
  /** What was typed here last, and what it came to: as long as that stands, it shows as it was typed. */
  private readonly typed = signal<{ readonly parts: DayAndTime; readonly value: string | null } | null>(null);
  protected readonly shown = computed<DayAndTime>(() => {
    const [typed, value] = [this.typed(), this.value()];
    if (typed?.value === value) return typed.parts;
    return value === null ? { day: '', time: '' } : partsOf(this.locale, String(value));
  });

  /** The day for the calendar; nothing while it is none. */
  protected readonly calendarDay = computed(() => dayIn(this.locale, this.shown().day) ?? '');

  /** What the shown day and time come to: on two days of a year, clocks have their own way. */
  protected readonly meant = computed(() => momentOf(this.locale, this.shown()));
  protected readonly isSecond = computed(() => {
    const second = this.meant().twice?.[1];
    // What a program gave may have seconds, which are not shown.
    return second !== undefined && String(this.value() ?? '') >= second;
  });

  /** The time for the list; nothing while it is none. */
  protected readonly listTime = computed(() => timeFrom(this.shown().time) ?? '');

  /** A time without a day is one of today. */
  protected chooseTime(time: string): void {
    const today = partsOf(this.locale, new Date().toISOString()).day;
    this.type({ day: this.shown().day || today, time: timeFor(this.locale, time) });
  }

  protected choose(day: string): void {
    this.type({ day: dayFor(this.locale, day), time: this.shown().time || timeFor(this.locale, '00:00') });
  }

  /** Takes the other one of two moments at which the clocks show the same. */
  protected takeOther(): void {
    const [first, second] = this.meant().twice ?? [];
    this.commit()((this.isSecond() ? first : second) ?? null);
  }

  protected type(parts: DayAndTime): void {
    const { value } = momentOf(this.locale, parts);
    this.typed.set({ parts, value });
    this.commit()(value);
  }
}
