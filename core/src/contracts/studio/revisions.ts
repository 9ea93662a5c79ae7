import * as z from 'zod';
import { say } from '../../locale/say';
import type { EntryAnswer } from './entries';

/** What an entry has beside its values that a save can change. */
export const ownProperties = ['title', 'slug', 'status', 'parent', 'template'] as const;
export type OwnProperty = (typeof ownProperties)[number];
export type Own = Pick<EntryAnswer, OwnProperty>;

/** What each is called. */
export const ownPropertyWords: Readonly<Record<OwnProperty, string>> = {
  title: say`Title`,
  slug: say`Slug`,
  status: say`Status`,
  parent: say`The entry above`,
  template: say`Template`,
};

/** Revisions in one answer. */
export const REVISIONS_PAGE = 50;

export const entryRevisionsSchema = z.strictObject({
  /** Only those before this version. */
  before: z.coerce.number().int().min(1).optional(),
});
export type EntryRevisionsQuery = z.input<typeof entryRevisionsSchema>;

/** One save of an entry: which version it made, and what it changed. */
export interface EntryRevision {
  readonly version: number;
  /** When and by whom; null for the earliest that is known, where that was made nobody knows when. */
  readonly at: string | null;
  readonly by: string | null;
  /** The fields at the top of the form with other values than before, as far as the reader may see them. */
  readonly fields: readonly string[];
  readonly own: readonly OwnProperty[];
  /** Whether it was published afterwards. */
  readonly status: EntryAnswer['status'];
}

/** The saves of an entry, the last first. */
export interface EntryRevisionsAnswer {
  readonly revisions: readonly EntryRevision[];
  /** Whether there are earlier ones. */
  readonly more: boolean;
}
