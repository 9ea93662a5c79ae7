import { explain, type Explanation } from '../evaluation/explain';
import { evaluate } from '../evaluation/evaluate';
import { Scope, type EntryFacts } from '../evaluation/scope';
import type { CompiledField, CompiledGroup, CompiledModel, CompiledType } from '../model/compiled';
import type { FieldGroup } from '../model/document';

const NO_FIELDS: ReadonlyMap<string, CompiledField> = new Map();

/**
 * Tells whether a group appears on an entry.
 * @param facts the entry's type, status and id
 * @returns false for a group that is turned off, and for shared sets
 */
export function appearsOn(group: FieldGroup, facts: EntryFacts): boolean {
  return group.active && !group.shared && evaluate(group.appearsOn, Scope.ofEntry(facts, {}), NO_FIELDS);
}

/**
 * Lists the groups of a type that appear on one of its entries.
 * @returns the groups in the order of the form
 */
export function groupsFor(type: CompiledType, facts: EntryFacts): readonly CompiledGroup[] {
  if (type.partialGroups.length === 0) return type.groups;
  return type.groups.filter((group) => !type.partialGroups.includes(group) || appearsOn(group.group, facts));
}

/** Why a group is, or is not, on an entry. */
export interface PlacementExplanation {
  readonly group: FieldGroup;
  readonly appears: boolean;
  /** True when only being turned off keeps it away. */
  readonly turnedOff: boolean;
  readonly explanation: Explanation;
}

/**
 * Explains for every group of the model whether it appears on an entry.
 * @returns an explanation a group, in the order of the model
 */
export function explainPlacement(model: CompiledModel, facts: EntryFacts): readonly PlacementExplanation[] {
  const scope = Scope.ofEntry(facts, {});
  return model.document.groups
    .filter(({ shared }) => !shared)
    .map((group) => {
      const explanation = explain(group.appearsOn, scope, NO_FIELDS);
      return {
        group,
        appears: group.active && explanation.outcome,
        turnedOff: !group.active && explanation.outcome,
        explanation,
      };
    });
}
