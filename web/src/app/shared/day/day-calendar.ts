import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  Injectable,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MAT_DATE_LOCALE } from '@angular/material/core';
import { MatCalendar, MatDatepickerIntl } from '@angular/material/datepicker';
import { provideLuxonDateAdapter } from '@angular/material-luxon-adapter';
import { say } from '@tovlet/core/locale/say';
import { DateTime } from 'luxon';
import { READER_LOCALE } from '../reader-locale';

/** What the buttons of a calendar are called. */
@Injectable()
class CalendarWords extends MatDatepickerIntl {
  override calendarLabel = say`Calendar`;
  override prevMonthLabel = say`Month before`;
  override nextMonthLabel = say`Next month`;
  override prevYearLabel = say`Year before`;
  override nextYearLabel = say`Next year`;
  override prevMultiYearLabel = say`Years before`;
  override nextMultiYearLabel = say`Next years`;
  override switchToMonthViewLabel = say`Choose a day`;
  override switchToMultiYearViewLabel = say`Choose month and year`;
}

/** A month to choose a day from, named and begun as the reader's weeks are. */
@Component({
  selector: 'tov-day-calendar',
  imports: [MatCalendar],
  providers: [
    { provide: MAT_DATE_LOCALE, useExisting: READER_LOCALE },
    provideLuxonDateAdapter(),
    { provide: MatDatepickerIntl, useClass: CalendarWords },
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-calendar
      [selected]="selected()"
      [startAt]="selected()"
      [minDate]="least()"
      [maxDate]="most()"
      (selectedChange)="choose($event)"
    />
  `,
})
export class DayCalendar {
  /** The chosen day, such as 2026-05-31; empty for none. */
  readonly day = input('');
  readonly min = input<string | null>(null);
  readonly max = input<string | null>(null);
  readonly chosen = output<string>();

  private readonly calendar = viewChild.required<MatCalendar<DateTime>>(MatCalendar);
  protected readonly selected = computed(() => dayOf(this.day()));
  protected readonly least = computed(() => dayOf(this.min()));
  protected readonly most = computed(() => dayOf(this.max()));

  constructor() {
    afterNextRender(() => this.calendar().focusActiveCell());
  }

  protected choose(day: DateTime | null): void {
    this.chosen.emit(day?.toISODate() ?? '');
  }
}

function dayOf(text: string | null): DateTime | null {
  const day = DateTime.fromISO(text ?? '');
  return day.isValid ? day : null;
}
