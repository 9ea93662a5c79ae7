import { choicesOf } from '../fields/choices';
import { isJsonList } from '../json';
import type { CompiledModel } from '../model/compiled';
import { comparisonsOf, type Comparison, type Condition } from '../conditions/condition';

const AWAITING: readonly string[] = ['is', 'is_one_of', 'contains'];

/**
 * Lists the choices that a comparison waits for when none of them is offered any more.
 * @returns the values; none while one of them can still be chosen
 */
export function goneChoices(comparison: Comparison, model: CompiledModel): readonly string[] {
  if (comparison.kind !== 'field' || !AWAITING.includes(comparison.operator)) return [];
  const subject = model.fields.get(comparison.field);
  if (!subject?.type.controls.some(({ control }) => control === 'choices')) return [];
  const offered = new Set(choicesOf(subject.field).map(({ value }) => value));
  const awaited = comparison.value ?? null;
  const values = isJsonList(awaited) ? awaited : [awaited];
  const gone = values.filter((value) => typeof value === 'string').filter((value) => !offered.has(value));
  return gone.length === values.length ? gone : [];
}

/** Tells whether a comparison uses an operator that does not fit the type of its field. */
export function isMisfit(comparison: Comparison, model: CompiledModel): boolean {
  const subject = comparison.kind === 'field' ? model.fields.get(comparison.field) : undefined;
  return subject !== undefined && !subject.type.operators.includes(comparison.operator);
}

/** Tells whether a condition asks for what was removed, or asks in a way that its field does not know. */
export function isBroken(condition: Condition, model: CompiledModel): boolean {
  return comparisonsOf(condition).some(
    (comparison) =>
      (comparison.kind === 'field' && !model.fields.has(comparison.field)) ||
      isMisfit(comparison, model) ||
      goneChoices(comparison, model).length > 0,
  );
}
