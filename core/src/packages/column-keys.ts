import { USUAL_CONVERSION } from '../model/changes/conversion-options';
import type { Field } from '../model/document';
import { keyProblem } from '../model/keys';
import type { ColumnPlan } from './move-plan';

/** A field with the key that its column has already, where a field can have it. */
export function withOwnKey(field: Field, column: string, taken: ReadonlySet<string>): Field {
  return keyProblem(column) === null && !taken.has(column) ? { ...field, key: column } : field;
}

/** A column that goes nowhere yet. */
export const plainColumn = (column: string): ColumnPlan => ({
  column,
  to: null,
  made: null,
  options: USUAL_CONVERSION,
});
