import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MAT_DATE_LOCALE } from '@angular/material/core';
import { MatTimepicker, MatTimepickerInput, type MatTimepickerSelected } from '@angular/material/timepicker';
import { provideLuxonDateAdapter } from '@angular/material-luxon-adapter';
import { DateTime } from 'luxon';
import { READER_LOCALE } from '../reader-locale';

/** The times of a day to choose from, each half hour, as the reader writes them. It stands open from the beginning. */
@Component({
  selector: 'tov-time-list',
  imports: [MatTimepicker, MatTimepickerInput],
  providers: [{ provide: MAT_DATE_LOCALE, useExisting: READER_LOCALE }, provideLuxonDateAdapter()],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="anchor"
      tabindex="-1"
      readonly
      [attr.aria-label]="label()"
      [matTimepicker]="times"
      [value]="value()"
    />
    <mat-timepicker
      #times
      interval="30m"
      [ariaLabel]="label()"
      (selected)="choose($event)"
      (closed)="closed.emit()"
    />
  `,
  styles: `
    /* The list is as wide as this, and hangs on it. */
    .anchor {
      position: absolute;
      inset: 100% auto auto 0;
      width: 132px;
      height: 1px;
      padding: 0;
      border: 0;
      opacity: 0;
      pointer-events: none;
    }
  `,
})
export class TimeList {
  readonly label = input.required<string>();
  /** The chosen time, such as 18:30; empty for none. */
  readonly time = input('');
  readonly chosen = output<string>();
  readonly closed = output();

  private readonly times = viewChild.required<MatTimepicker<DateTime>>(MatTimepicker);
  protected readonly value = computed(() => {
    const time = DateTime.fromISO(this.time());
    return time.isValid ? time : null;
  });

  constructor() {
    afterNextRender(() => this.times().open());
  }

  protected choose({ value }: MatTimepickerSelected<DateTime>): void {
    this.chosen.emit(value.toFormat('HH:mm'));
  }
}
