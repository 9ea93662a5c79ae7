import type { Proposal } from '../../fields/proposals/propose';
import type { JsonObject, JsonValue } from '../../json';
import type { ForeignField } from '../data-package';

/** The field that a column from elsewhere becomes. */
export interface EquivalentField {
  readonly kind: Proposal['kind'];
  readonly settings: JsonObject;
  readonly several: boolean;
}

/** What the columns of one type of the standard become, and how their cells are written. */
export interface Equivalent {
  /**
   * The field that a column becomes.
   * @param samples some of its cells, each as `cast` leaves it
   * @returns null where no type of field holds such values
   */
  field(foreign: ForeignField, samples: readonly JsonValue[]): EquivalentField | null;
  /**
   * The value that a cell means, as the standard says it is written; undefined where it means none of the type.
   * @param cell no empty one
   */
  cast(cell: JsonValue, foreign: ForeignField): JsonValue | undefined;
}

/** A field of one type with nothing set. */
export const plainField = (kind: EquivalentField['kind'], settings: JsonObject = {}): EquivalentField => ({
  kind,
  settings,
  several: false,
});
