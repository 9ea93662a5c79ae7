import { explain, type Explanation } from '../evaluation/explain';
import type { Scope } from '../evaluation/scope';
import type { CompiledField, CompiledModel } from '../model/compiled';

/** The condition of a field with its present outcome: once for a field of the entry, once for each row for one in rows. */
export interface FieldTrace {
  readonly field: CompiledField;
  readonly places: readonly {
    readonly row: number | null;
    readonly shown: boolean;
    readonly explanation: Explanation;
  }[];
}

/**
 * Traces the conditions of some fields and of what stands in their rows.
 * @param fields fields of the entry, such as those of one group
 * @param entry the entry's scope from resolveVisibility
 * @returns a trace for each field with a condition, in the order of the form
 */
export function traceConditions(
  fields: readonly CompiledField[],
  entry: Scope,
  model: CompiledModel,
): readonly FieldTrace[] {
  return fields.flatMap((field) => [
    ...traceField(field, entry, model),
    ...traceConditions(field.children, entry, model),
  ]);
}

function traceField(field: CompiledField, entry: Scope, model: CompiledModel): readonly FieldTrace[] {
  const { shownWhen } = field.field;
  if (shownWhen === null) return [];
  const inRows = field.ancestors.length > 0;
  const places = entry.descend(field.ancestors).map((scope, index) => ({
    row: inRows ? index : null,
    shown: !scope.isHidden(field.id),
    explanation: explain(shownWhen, scope, model.fields),
  }));
  return [{ field, places }];
}
