import { InjectionToken } from '@angular/core';

/** Whether what a field refers to may be made from within the form: true where an entry is filled in, not where fields are tried. */
export const CREATES_IN_PLACE = new InjectionToken<boolean>('CREATES_IN_PLACE');
