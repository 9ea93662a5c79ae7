import type { CompiledField, CompiledModel } from '../model/compiled';

/** A field before and after a change of the model. */
export interface ChangedField {
  readonly before: CompiledField;
  readonly after: CompiledField;
}

const isHeldOtherwise = (before: CompiledField, after: CompiledField): boolean =>
  before.type.kind !== after.type.kind || before.type.list !== after.type.list;

/**
 * Lists the fields that hold their values otherwise after a change of the model: those of another type, and those that hold one
 * value instead of several, or the reverse. Fields of shared sets are listed wherever they are included.
 * @returns those that stand under others before these
 */
export function changedFields(before: CompiledModel, after: CompiledModel): readonly ChangedField[] {
  const changed: ChangedField[] = [];
  for (const [id, field] of before.fields) {
    const next = after.fields.get(id);
    if (next && next !== field && isHeldOtherwise(field, next)) changed.push({ before: field, after: next });
  }
  return changed.toSorted((a, b) => b.after.ancestors.length - a.after.ancestors.length);
}
