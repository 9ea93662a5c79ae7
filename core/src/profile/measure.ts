import type { JsonValue } from '../json';
import type { CompiledField } from '../model/compiled';

/** What a profile reads of one value. */
export interface Reading {
  /** Where it stands on a scale: the number itself, or milliseconds since 1970. */
  readonly at?: number;
  /** What it is told apart from others by. */
  readonly word?: string;
  /** How long it is, in characters. */
  readonly length?: number;
}

/** One way to look at the values of a field; the first of the registry that fits a field is its own. */
export interface Measure<Kind extends string = string> {
  readonly kind: Kind;
  fits(field: CompiledField): boolean;
  /**
   * Reads one filled value.
   * @returns a reading for each value of a list, one for anything else
   */
  read(field: CompiledField, value: JsonValue): readonly Reading[];
}
