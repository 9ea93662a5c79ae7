import { InjectionToken } from '@angular/core';
import { readerLocale } from './language';

/** How the reader of this workbench writes numbers and days: as their browser is set, or their language. */
export const READER_LOCALE = new InjectionToken<string>('READER_LOCALE', {
  providedIn: 'root',
  factory: readerLocale,
});
