import { inject, Pipe, type PipeTransform } from '@angular/core';
import { READER_LOCALE } from './reader-locale';

/** Writes a moment as the reader writes it, on their own clock. */
@Pipe({ name: 'momentWords' })
export class MomentWords implements PipeTransform {
  private readonly format = new Intl.DateTimeFormat(inject(READER_LOCALE), {
    dateStyle: 'medium',
    timeStyle: 'short',
  });

  transform(moment: string | number | null): string {
    const time = new Date(moment ?? NaN);
    return Number.isNaN(time.getTime()) ? '' : this.format.format(time);
  }
}
