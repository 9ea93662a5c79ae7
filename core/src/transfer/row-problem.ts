import type { ValueIssue } from '../issues/issue';
import type { JsonValue } from '../json';

/** Why a row is not taken. */
export type RowProblem =
  /** A cell that its destination cannot hold. */
  | {
      readonly code: 'cell';
      readonly column: string;
      readonly to: string;
      readonly got: JsonValue;
      readonly issue: ValueIssue | null;
    }
  | { readonly code: 'no_title' }
  | { readonly code: 'no_key'; readonly to: string }
  /** A cell names a row of another table that is not taken. */
  | { readonly code: 'names_refused'; readonly column: string; readonly table: string; readonly key: string }
  /** It lacks what its package tells its rows apart by. */
  | { readonly code: 'no_source_key' }
  /** An earlier row has the same key. */
  | { readonly code: 'repeated_source_key'; readonly row: number }
  | { readonly code: 'not_a_slug'; readonly got: JsonValue }
  | { readonly code: 'not_a_status'; readonly got: JsonValue }
  /** An earlier row has the same. */
  | { readonly code: 'repeated'; readonly to: string; readonly row: number }
  /** More than one entry is known by it. */
  | { readonly code: 'ambiguous'; readonly to: string; readonly got: JsonValue }
  /** The entry as a whole is not allowed, in the words of the save that refused it. */
  | { readonly code: 'refused'; readonly message: string };
