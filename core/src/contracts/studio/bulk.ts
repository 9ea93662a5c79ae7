import * as z from 'zod';
import { bulkChangeSchema, type BulkChange } from '../../bulk';
import { entryListSchema } from './entries';

/** The most entries that are named one by one. */
export const BULK_LIMIT = 10_000;

/** Which entries are meant: some, or all that a list finds. */
const bulkScopeSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('chosen'),
    ids: z.array(z.string().max(80)).min(1).max(BULK_LIMIT).readonly(),
  }),
  z.strictObject({
    kind: z.literal('found'),
    search: entryListSchema.shape.search,
    filter: entryListSchema.shape.filter,
    finding: entryListSchema.shape.finding,
  }),
]);

/** A change of many entries of a type. */
export const bulkRequestSchema = z.strictObject({
  type: z.string(),
  of: bulkScopeSchema,
  change: bulkChangeSchema,
});
export type BulkRequest = Omit<z.input<typeof bulkRequestSchema>, 'change'> & { readonly change: BulkChange };

/**
 * What became of the entries of a change of many.
 *
 * | state   | the entry                                      |
 * |---------|------------------------------------------------|
 * | waiting | has not been looked at yet                     |
 * | changed | is another one now                             |
 * | same    | was so already                                 |
 * | refused | stays as it was, for a reason                  |
 * | gone    | is not there any more                          |
 * | stopped | was not looked at when the change was stopped  |
 */
export type BulkState = 'waiting' | 'changed' | 'same' | 'refused' | 'gone' | 'stopped';

/** An entry that stayed as it was, and why. */
export interface BulkRefusal {
  readonly id: string;
  readonly title: string;
  readonly reason: string;
}

/** How far a change of many has come. */
export interface BulkAnswer {
  readonly id: string;
  readonly type: string;
  readonly change: BulkChange;
  /** Whether it takes another one back. */
  readonly takesBack: boolean;
  /** Whether it was taken back itself. */
  readonly takenBack: boolean;
  readonly author: string;
  readonly createdAt: string;
  readonly total: number;
  readonly counts: Readonly<Record<BulkState, number>>;
  /** The first of those that were refused. */
  readonly refusals: readonly BulkRefusal[];
}

/** The changes of many of a type. */
export const bulkListSchema = z.strictObject({ type: z.string() });
export type BulkListQuery = z.input<typeof bulkListSchema>;
