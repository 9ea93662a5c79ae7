import type { JsonValue } from '../../json';
import type { PathContext } from '../../paths/standing';
import type { Seats } from '../seats';

/**
 * From where a reference is seen: the entry, the row the block stands in, where the block stands (a row, else the entry),
 * the lists a block can go through, or the list that the block itself goes through.
 */
export type SeenFrom = 'entry' | 'row' | 'block' | 'rows' | 'own_rows';

/** A value or a list that a block refers to. */
export interface BlockReference {
  /** The way to it, as `paths/text.ts` writes it. */
  readonly path: string;
  readonly seenFrom: SeenFrom;
  /** Of what is seen from a row: how many lists further out that row is. */
  readonly up?: number;
}

/** What a property of a block holds. */
export interface PropertyType {
  /**
   * Lists what its constant refers to. Every type has to say so: what is not said here no check and no list of uses finds.
   * @param seats where the block stands
   */
  references(constant: JsonValue, seats: Seats, context: PathContext): readonly BlockReference[];
}

/** For what refers to nothing. */
export const refersToNothing: PropertyType = { references: () => [] };
