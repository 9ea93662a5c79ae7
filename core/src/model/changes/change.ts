import type * as z from 'zod';
import type { ModelDocument } from '../document';

/** Why a change cannot be made: a sentence for a person, and what it is about. */
export class ChangeRefused extends Error {
  override readonly name = 'ChangeRefused';
  /**
   * @param message what is wrong and what to do
   * @param target the id of the field, group or type it is about
   */
  constructor(
    message: string,
    readonly target: string,
  ) {
    super(message);
  }
}

/** One kind of change to the model: a value that can be applied, undone, put into words and merged. */
export interface ChangeKind<Kind extends string, Change> {
  readonly kind: Kind;
  readonly schema: z.ZodType<Change>;
  /** A new change with what it brings along, so that it is recorded and taken back with it. */
  completed?(document: ModelDocument, change: Change): Change;
  /** @throws ChangeRefused when the model does not allow it */
  apply(document: ModelDocument, change: Change): ModelDocument;
  /** The changes that take this one back, given the document before it. */
  inverse(before: ModelDocument, change: Change): readonly unknown[];
  /** What it did, in words, given the document before it. */
  describe(before: ModelDocument, change: Change): string;
  /** What it touches, as `id` or `id:property`: two changes that touch the same thing conflict. */
  touches(change: Change): readonly string[];
}
