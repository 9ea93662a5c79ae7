import { evaluate } from '../evaluation/evaluate';
import { Scope, type EntryFacts } from '../evaluation/scope';
import type { Values } from '../fields/repeater/row';
import type { CompiledModel, CompiledType } from '../model/compiled';
import { appearsOn } from '../placement/groups-for';

/**
 * Finds out which fields of an entry show: groups that do not appear and conditions that do not hold hide theirs.
 *
 * Conditions are evaluated in the order of what decides them, so that a field hidden by one counts as empty in the next.
 *
 * @param values stored values by permanent field id
 * @returns the entry's scope, with hidden fields marked in it and in the scopes of its rows
 */
export function resolveVisibility(
  model: CompiledModel,
  type: CompiledType,
  values: Values,
  facts: EntryFacts,
): Scope {
  const entry = Scope.ofEntry(facts, values, model.singles);
  for (const { group, formFields } of type.partialGroups) {
    if (!appearsOn(group, facts)) for (const { id } of formFields) entry.hide(id);
  }
  for (const { id, ancestors, field } of type.conditional) {
    if (field.shownWhen === null) continue;
    for (const scope of entry.descend(ancestors)) {
      if (!evaluate(field.shownWhen, scope, model.fields)) scope.hide(id);
    }
  }
  return entry;
}
