import type { JsonObject } from '../json';
import type { ForeignField } from './data-package';

/** A column whose cells name rows of another table of the package, or of its own. */
export interface ForeignKey {
  readonly column: string;
  readonly table: string;
}

/** A table from elsewhere, as it says what it is and as its first rows show it. */
export interface PackageTable {
  readonly name: string;
  readonly title: string;
  readonly fields: readonly ForeignField[];
  /** The columns by which its rows are told apart; none where it does not say it. */
  readonly primaryKey: readonly string[];
  readonly foreignKeys: readonly ForeignKey[];
  /** Texts that stand where nothing stands. */
  readonly missingValues: readonly string[];
  /** Its first rows, as they stand in the file. */
  readonly samples: readonly JsonObject[];
  /** Why its rows cannot be read; null where they can. */
  readonly problem: string | null;
}

/** So many of the first rows of a table are shown. */
export const SAMPLE_ROWS = 10;

/** A table that only says which rows of two others belong together. */
export interface JoinTable {
  /** The column that names the rows which get the others. */
  readonly from: ForeignKey;
  /** The column that names those others. */
  readonly to: ForeignKey;
}

/** So many columns beside the two keys a table has that does nothing but join: a number and an order. */
const BESIDES = 2;

/**
 * Tells whether a table only says which rows of two others belong together.
 * @returns its two keys; null for a table that says more, or that others refer to
 */
export function joinOf(table: PackageTable, all: readonly PackageTable[]): JoinTable | null {
  const [from, to, third] = table.foreignKeys;
  if (!from || !to || third || table.fields.length > 2 + BESIDES) return null;
  const isNamed = all.some(({ foreignKeys }) => foreignKeys.some((key) => key.table === table.name));
  return isNamed || from.table === table.name || to.table === table.name ? null : { from, to };
}
