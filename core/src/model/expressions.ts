import { computed } from '../fields/computed/computed';
import type { CompiledField, CompiledModel } from './compiled';
import type { ExpressionScope } from './reads';

/** What an expression belongs to. */
export type ExpressionOwner =
  | { readonly kind: 'computed'; readonly field: string }
  | { readonly kind: 'rule'; readonly group: string; readonly rule: string };

/** An expression of the model, with what it sees. */
export interface OwnedExpression {
  readonly owner: ExpressionOwner;
  readonly expression: string;
  readonly scope: ExpressionScope;
}

/** The fields that an expression of a group sees: those of the types it appears on, else its own alone. */
export function seenFromGroup(groupId: string, model: CompiledModel): readonly CompiledField[] {
  const types = [...model.types, ...model.subjects].filter(({ groups }) =>
    groups.some(({ group }) => group.id === groupId),
  );
  if (types.length > 0) return types.flatMap(({ fields }) => fields);
  return [...model.fields.values()].filter(
    (field) => field.groupId === groupId && field.ancestors.length === 0,
  );
}

/** The fields that the expression of a computed field sees. */
export function expressionScopeOf(field: CompiledField, model: CompiledModel): ExpressionScope {
  const parent = field.ancestors.at(-1);
  const entry = seenFromGroup(field.groupId, model);
  return { entry, here: parent === undefined ? entry : (model.fields.get(parent)?.children ?? []) };
}

/**
 * Lists the expressions of a model: those of computed fields, then those of rules.
 * @example [...expressionsOf(model)][0] // => { owner: { kind: 'computed', field: 'f_beds' }, expression: '$sum(rooms.beds)', scope }
 */
export function* expressionsOf(model: CompiledModel): Iterable<OwnedExpression> {
  for (const field of model.fields.values()) {
    if (!field.type.computed) continue;
    const { expression } = computed.read(field.field.settings);
    const owner: ExpressionOwner = { kind: 'computed', field: field.id };
    yield { owner, expression, scope: expressionScopeOf(field, model) };
  }
  for (const { id: group, rules } of model.groups.values()) {
    const entry = rules.length > 0 ? seenFromGroup(group, model) : [];
    for (const { id: rule, expression } of rules)
      yield { owner: { kind: 'rule', group, rule }, expression, scope: { here: entry, entry } };
  }
}
