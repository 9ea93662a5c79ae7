import { computed } from '../fields/computed/computed';
import { settingsOf } from '../fields/settings-of';
import { nameOf, namesIn, type ExpressionName } from '../expressions/names-in';
import type { ModelChange } from './changes';
import type { CompiledModel } from './compiled';
import { expressionsOf, type ExpressionOwner, type OwnedExpression } from './expressions';
import { fieldsAt, type ExpressionScope } from './reads';
import { findField } from './tree';

/** The key that a name has now; null where it is the same, or what it stands for is not one thing any more. */
function renamedTo({ path }: ExpressionName, scope: ExpressionScope, after: CompiledModel): string | null {
  const keys = new Set(fieldsAt(path, scope).map(({ id }) => after.fields.get(id)?.key));
  const [key] = keys;
  return keys.size === 1 && key !== undefined && key !== path.keys.at(-1) ? key : null;
}

/** An expression as it is written where keys have other names now. */
function renamed({ expression, scope }: OwnedExpression, after: CompiledModel): string {
  return namesIn(expression).reduceRight((text, name) => {
    const key = renamedTo(name, scope, after);
    return key === null ? text : text.slice(0, name.start) + nameOf(key) + text.slice(name.end);
  }, expression);
}

/** The expression that an owner has in a model; null where there is no such owner. */
function expressionOf(owner: ExpressionOwner, { document }: CompiledModel): string | null {
  if (owner.kind === 'computed') {
    const field = findField(document, owner.field)?.field;
    return (field && settingsOf(computed, field)?.expression) ?? null;
  }
  const rules = document.groups.find(({ id }) => id === owner.group)?.rules ?? [];
  return rules.find(({ id }) => id === owner.rule)?.expression ?? null;
}

/** An expression that was written anew. */
interface Written {
  readonly owner: ExpressionOwner;
  readonly expression: string;
}

/** The change that sets a computed field's expression. */
function setComputed(id: string, expression: string, { document }: CompiledModel): ModelChange {
  const settings = { ...findField(document, id)?.field.settings, expression };
  return { kind: 'set_field', field: id, patch: { settings } };
}

/** The change that sets all rules of a group, those that were written anew among them. */
function setRules(id: string, written: readonly Written[], { document }: CompiledModel): ModelChange {
  const rules = document.groups.find((group) => group.id === id)?.rules ?? [];
  const now = new Map(
    written.flatMap(({ owner, expression }) => (owner.kind === 'rule' ? [[owner.rule, expression]] : [])),
  );
  const patch = {
    rules: rules.map((rule) => ({ ...rule, expression: now.get(rule.id) ?? rule.expression })),
  };
  return { kind: 'set_group', group: id, patch };
}

/**
 * Finds what has to be changed so that rules and computed values read the same under keys that were renamed.
 *
 * Expressions that were changed together with the keys are left as they are: whoever changed them meant them so.
 *
 * @param before the model in which the expressions were written
 * @param after the model with other keys
 * @returns changes to make after those that renamed; none where nothing was
 * @example renamingChanges(before, after) // => [{ kind: 'set_field', field: 'f_total', patch: { settings: { expression: '$sum(rooms.places)' } } }]
 */
export function renamingChanges(before: CompiledModel, after: CompiledModel): readonly ModelChange[] {
  const keys = ({ fields }: CompiledModel) => [...fields.values()].map(({ id, key }) => [id, key]);
  const isRenamed = keys(before).some(([id = '', key]) => {
    const now = after.fields.get(id)?.key;
    return now !== undefined && now !== key;
  });
  if (!isRenamed) return [];
  const written = [...expressionsOf(before)].flatMap((owned): readonly Written[] => {
    const expression = renamed(owned, after);
    const isLeft = expressionOf(owned.owner, after) === owned.expression;
    return isLeft && expression !== owned.expression ? [{ owner: owned.owner, expression }] : [];
  });
  const groups = new Set(written.flatMap(({ owner }) => (owner.kind === 'rule' ? [owner.group] : [])));
  return [
    ...written.flatMap(({ owner, expression }) =>
      owner.kind === 'computed' ? [setComputed(owner.field, expression, after)] : [],
    ),
    ...[...groups].map((group) => setRules(group, written, after)),
  ];
}
