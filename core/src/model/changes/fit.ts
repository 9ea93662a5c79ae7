import { say } from '../../locale/say';
import { fieldTypeOf } from '../../fields';
import { listOf } from '../../fields/list-of';
import { nothingBetween } from '../../fields/settings';
import type { Field, ModelDocument } from '../document';
import { allFields } from '../tree';
import { ChangeRefused } from './change';

/** Why the default of a field could not be entered into it; null where it could. */
function defaultProblem({ kind, many, settings, default: value }: Field): string | null {
  if (value === null) return null;
  const one = fieldTypeOf(kind).under(settings);
  if (one.valueless || one.holds !== null) return null;
  const type = many && one.listable ? listOf(one, many) : one;
  // Why in particular is told where it is typed: the words for it are not for the first screen to wait for.
  const fits = type.compile(settings).validate(value).length === 0;
  return fits ? null : say`What a new entry starts with does not fit. Change it, or type and limits.`;
}

/**
 * Says why a field cannot be as it is: its settings do not fit its type or one another, or its default could not be entered.
 * @returns a sentence; null where everything fits
 * @example fieldProblem(field({ kind: 'number', settings: { min: 10, max: 1 }, … })) // => 'The least, 10, is more than the most, 1.'
 */
export function fieldProblem(field: Field): string | null {
  return (
    fieldTypeOf(field.kind).settingsProblem(field.settings) ??
    (field.many ? nothingBetween(field.many.min, field.many.max) : null) ??
    defaultProblem(field)
  );
}

/**
 * Refuses a model whose new or changed fields do not fit. What did not fit before may stay as it is: fields of earlier times
 * can still be changed otherwise.
 * @throws ChangeRefused that names the first field
 */
export function assertFit(before: ModelDocument, after: ModelDocument): void {
  if (before.groups === after.groups) return;
  const known = new Map(before.groups.flatMap(allFields).map((field) => [field.id, field]));
  for (const group of after.groups) {
    if (before.groups.includes(group)) continue;
    for (const field of allFields(group)) {
      const was = known.get(field.id);
      if (was === field) continue;
      const problem = fieldProblem(field);
      if (problem && problem !== (was && fieldProblem(was)))
        throw new ChangeRefused(`${field.label}: ${problem}`, field.id);
    }
  }
}
