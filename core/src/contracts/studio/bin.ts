import * as z from 'zod';
import { say } from '../../locale/say';

/** What can be deleted and brought back. */
export const binKinds = ['entry', 'term', 'medium', 'template'] as const;
export type BinKind = (typeof binKinds)[number];

/** What each kind is called, several of it. */
export const binKindWords: Readonly<Record<BinKind, string>> = {
  entry: say`Entries`,
  term: say`Terms`,
  medium: say`Media`,
  template: say`Templates`,
};

/** Things in one answer. */
export const BIN_PAGE = 50;

export const binListSchema = z.strictObject({
  /** Words that names hold. */
  search: z.string().max(100).default(''),
  kind: z.enum(binKinds).optional(),
  offset: z.coerce.number().int().min(0).default(0),
});
export type BinListQuery = z.input<typeof binListSchema>;

/** One thing in the bin. */
export interface BinItem {
  readonly kind: BinKind;
  readonly id: string;
  readonly name: string;
  /** Its content type or taxonomy; null for what has none, or where that is gone itself. */
  readonly subject: string | null;
  readonly deletedBy: string;
  readonly deletedAt: string;
  /** When it goes for good. */
  readonly until: string;
}

/** A page of the bin, what went last first. */
export interface BinAnswer {
  readonly items: readonly BinItem[];
  readonly total: number;
}

/** What came back, and what about it is not as it was. */
export interface Restored {
  readonly kind: BinKind;
  readonly id: string;
  readonly name: string;
  readonly subject: string | null;
  /** Sentences. */
  readonly notes: readonly string[];
}

/**
 * What becomes of something that refers to what is deleted.
 *
 * | effect  | the entry                             |
 * |---------|---------------------------------------|
 * | refuse  | keeps it from being deleted           |
 * | clear   | has it no more                        |
 * | keep    | goes on naming it, and shows nothing  |
 */
export type RemovalEffect = 'refuse' | 'clear' | 'keep';

/** One entry that refers to what is deleted. */
export interface RemovalReferrer {
  readonly entry: string;
  readonly type: string;
  readonly title: string;
  readonly field: string;
  readonly effect: RemovalEffect;
}

/** What a removal comes to, before it is done. */
export interface RemovalAnswer {
  /** The first of what refers to it, what refuses before all else. */
  readonly referrers: readonly RemovalReferrer[];
  readonly total: number;
}
