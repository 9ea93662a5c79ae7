import type { JsonValue } from '../../json';
import type { CompiledType } from '../../model/compiled';

/**
 * From where a reference is seen: the entry, the row the block stands in, where the block stands (a row, else the entry),
 * the rows a block can go through, or the rows that the block itself goes through.
 */
export type SeenFrom = 'entry' | 'row' | 'block' | 'rows' | 'own_rows';

/** A field that a block refers to, or a property that every entry has. */
export interface BlockReference {
  readonly path: string;
  readonly seenFrom: SeenFrom;
}

/** What a property of a block holds. */
export interface PropertyType {
  /** Lists what its constant refers to. Every type has to say so: what is not said here no check and no list of uses finds. */
  references(constant: JsonValue, type: CompiledType): readonly BlockReference[];
}

/** For what refers to nothing. */
export const refersToNothing: PropertyType = { references: () => [] };
