import type { Values } from '../fields/repeater/row';
import type { JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';
import type { CompiledField } from '../model/compiled';

/** What is wrong with a value of a field by itself. */
export type OwnIssues = (field: CompiledField, row: Values, value: JsonValue) => readonly ValueIssue[];

/** Looks at each value anew. */
export const lookAnew: OwnIssues = (field, _row, value) => field.behaviour.validate(value);

/**
 * Remembers what was found about the values of rows, for a form: a keystroke leaves most rows as they were. Rows are
 * replaced, never changed, so that what was found stays true of them; it is forgotten with them.
 * @returns what looks only once at each value of a row. Make another when patterns can be told that could not before.
 * @example const own = rememberIssues(); validateEntry(type, scope, 'published', own)
 */
export function rememberIssues(): OwnIssues {
  const known = new WeakMap<Values, Map<CompiledField, readonly ValueIssue[]>>();
  return (field, row, value) => {
    // The values of the entry itself are new with every keystroke.
    if (field.ancestors.length === 0) return field.behaviour.validate(value);
    let ofRow = known.get(row);
    if (!ofRow) known.set(row, (ofRow = new Map()));
    const before = ofRow.get(field);
    if (before) return before;
    const found = field.behaviour.validate(value);
    ofRow.set(field, found);
    return found;
  };
}
