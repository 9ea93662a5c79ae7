import * as z from 'zod';
import type { BulkChange } from '../../bulk';
import type { EntryIssue } from '../../issues/issue';
import type { JsonValue } from '../../json';
import type { RuleSeverity } from '../../model/document';

/** What is meant by one line of findings: the same thing wrong in the same field. */
export const findingSchema = z.strictObject({
  /** The field, by its id; empty for the rules that stand at no field. */
  field: z.string().max(120),
  /** The code of the issue. */
  code: z.string().max(60),
  /** For rules which; empty otherwise. */
  subject: z.string().max(120),
});
export type FindingName = z.output<typeof findingSchema>;

/** What is wrong with the stored values of some entries of a type, as one line. */
export interface Finding extends FindingName {
  readonly type: string;
  /** The field at the top of the form in which it stands; empty where the field is. */
  readonly top: string;
  /** Warnings are told only; what is to be refused keeps an entry from being saved. */
  readonly severity: RuleSeverity;
  readonly entries: number;
  /** One of them, with what is wrong there. */
  readonly sample: EntryIssue & { readonly entry: string; readonly title: string };
  /** Whether it can be mended in many entries at once. */
  readonly mends: boolean;
}

export interface FindingsAnswer {
  readonly findings: readonly Finding[];
  /** Whether entries are still being looked through. */
  readonly looking: boolean;
}

/** Asks what mending one finding would change. */
export const mendingSchema = findingSchema.extend({ type: z.string().max(120) });
export type MendingQuery = z.input<typeof mendingSchema>;

/** What mending would make of one value. */
export interface MendedSample {
  readonly id: string;
  readonly title: string;
  /** The value of the field at the top of the form, stored. */
  readonly before: JsonValue;
  readonly after: JsonValue;
}

/** What mending comes to, before anything is changed. */
export interface MendingAnswer {
  /** The change of many that does it; null where there is nothing that could. */
  readonly change: BulkChange | null;
  readonly entries: number;
  /** The first of them that would be another. */
  readonly samples: readonly MendedSample[];
}

/** A finding as a text that stands in an address. @example findingText({ field: 'f_beds', code: 'too_small', subject: '' }) // => 'f_beds,too_small,' */
export const findingText = ({ field, code, subject }: FindingName): string => `${field},${code},${subject}`;

/** All findings, in the place of one. */
export const ANY_FINDING = 'any';

/** Reads such a text. @returns null where it is none */
export function findingFromText(text: string): FindingName | typeof ANY_FINDING | null {
  if (text === ANY_FINDING) return ANY_FINDING;
  const [field, code, subject, ...more] = text.split(',');
  if (field === undefined || !code || subject === undefined || more.length > 0) return null;
  return { field, code, subject };
}
