import type { ReferenceKind } from './reference';

/** Tells what a thing is called by its id; undefined where nobody knows. */
export type NameOf = (id: string) => string | undefined;

/**
 * What a value names in passing, such as a link in running text. Nothing that the value could not do without: while it is gone
 * the words stay, and when it comes back they lead there again.
 */
export interface Mention {
  readonly kind: ReferenceKind;
  readonly id: string;
}
