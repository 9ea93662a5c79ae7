import type { EntryAnswer, EntryStatus } from '@tovlet/core/contracts/studio';
import type { Values } from '@tovlet/core/fields/repeater/row';

/** What is edited beside the values. */
export interface Own {
  readonly title: string;
  readonly slug: string;
  readonly status: EntryStatus;
  readonly parent: string | null;
  readonly template: string | null;
}

/** What was given to the server. */
export interface Sent {
  readonly own: Own;
  readonly values: Values;
}

/** What a new entry begins with. */
export const EMPTY: Own = { title: '', slug: '', status: 'draft', parent: null, template: null };

/** What is edited beside the values, of an entry that is saved. */
export const ownOf = ({ title, slug, status, parent, template }: EntryAnswer): Own => ({
  title,
  slug,
  status,
  parent,
  template,
});

/** Tells an entry among what a refusal brings along. */
export function isEntry(value: unknown): value is EntryAnswer {
  return typeof value === 'object' && value !== null && 'version' in value && 'values' in value;
}
