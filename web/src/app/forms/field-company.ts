import { InjectionToken } from '@angular/core';
import type { ValuePlace } from '@tovlet/core/values/changes';

/** What others do at a field of a form: those who are there, and what is said about it. */
export interface FieldCompany {
  /** The names of others who are at a field. @param key the way to it, as `companyKey` writes it */
  othersAt(key: string): readonly string[];
  /** Whether there is something yet that can be spoken about. */
  canTalk(): boolean;
  /** How many threads about it are open. */
  openAt(key: string): number;
  /** Begins to speak about it, or goes to what is said. */
  talk(path: readonly string[]): void;
  /** Whoever fills the form in is in this field by now. */
  enter(path: readonly string[]): void;
}

/** Provided by forms whose fields are spoken about. */
export const FIELD_COMPANY = new InjectionToken<FieldCompany>('FIELD_COMPANY');

/** The way to a field by permanent ids: those of the fields and rows that it stands in, and its own. */
export const wayTo = (place: ValuePlace, field: string): readonly string[] => [
  ...place.flatMap((step) => (step.row === null ? [step.field] : [step.field, step.row])),
  field,
];

/** A way as one text. */
export const companyKey = (path: readonly string[]): string => path.join('/');
