import type { ReferenceKind } from './reference';

/**
 * What a value names in passing, such as a link in running text. Nothing that the value could not do without: while it is gone
 * the words stay, and when it comes back they lead there again.
 */
export interface Mention {
  readonly kind: ReferenceKind;
  readonly id: string;
}
