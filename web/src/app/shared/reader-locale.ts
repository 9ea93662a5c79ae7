import { InjectionToken } from '@angular/core';

/** How the reader of this workbench writes numbers and days: as their browser is set. */
export const READER_LOCALE = new InjectionToken<string>('READER_LOCALE', {
  providedIn: 'root',
  factory: () => navigator.language,
});
