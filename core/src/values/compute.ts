import { VISITORS } from '../access/audience';
import { type Scope, type EntryFacts } from '../evaluation/scope';
import { isFault, readExpression, ExpressionStopped } from '../expressions/engine';
import { computed, resultOf } from '../fields/computed/computed';
import type { PresentContext } from '../fields/field-type';
import type { Values } from '../fields/repeater/row';
import { sameJson, type JsonObject, type JsonValue } from '../json';
import type { CompiledField, CompiledModel, CompiledType } from '../model/compiled';
import { applyValueChange, type ValuePlace } from './changes';
import { presentFields } from './present';
import { resolveVisibility } from './visibility';

/** Expressions see what a value refers to by its id alone: the same in the form and on the server. */
export const plainContext: PresentContext = {
  refer: (_kind, id) => ({ id }),
  clean: (html) => html,
};

/** The values of an entry, or of a row, as an expression sees them. */
export const expressionInput = (fields: readonly CompiledField[], scope: Scope): JsonObject =>
  presentFields(fields, scope, VISITORS, plainContext);

/** Where a scope stands within its entry. */
function placeOf(scope: Scope): ValuePlace {
  if (!scope.parent || scope.repeater === null) return [];
  return [
    ...placeOf(scope.parent),
    { field: scope.repeater, row: scope.row?.id === '' ? null : (scope.row?.id ?? null) },
  ];
}

function siblingsOf(
  field: CompiledField,
  type: CompiledType,
  model: CompiledModel,
): readonly CompiledField[] {
  const parent = field.ancestors.at(-1);
  return parent === undefined ? type.fields : (model.fields.get(parent)?.children ?? []);
}

/** What a field computes in each of some scopes. */
async function valuesOf(
  field: CompiledField,
  scopes: readonly Scope[],
  siblings: readonly CompiledField[],
  entry: JsonObject,
): Promise<readonly JsonValue[]> {
  const settings = computed.read(field.field.settings);
  const read = settings.expression.trim() === '' ? null : readExpression(settings.expression);
  if (!read || isFault(read)) return scopes.map(() => null);
  const inputs = scopes.map((scope) => expressionInput(siblings, scope));
  const results = await read.evaluateEach(inputs, { entry });
  // An expression that runs too long, or adds texts, has no result; the checks say that it is wrong.
  return results.map((result) => (result instanceof ExpressionStopped ? null : resultOf(result, settings)));
}

async function oneRound(
  model: CompiledModel,
  type: CompiledType,
  values: Values,
  facts: EntryFacts,
): Promise<Values> {
  let current = values;
  for (const field of type.computed) {
    const entryScope = resolveVisibility(model, type, current, facts);
    const siblings = siblingsOf(field, type, model);
    const entry = expressionInput(type.fields, entryScope);
    const scopes = entryScope.descend(field.ancestors);
    const computed = await valuesOf(field, scopes, siblings, entry);
    for (const [index, scope] of scopes.entries()) {
      const value = computed[index] ?? null;
      if (sameJson(value, scope.values[field.id] ?? null)) continue;
      current = applyValueChange(current, {
        kind: 'set_value',
        place: placeOf(scope),
        field: field.id,
        value,
      });
    }
  }
  return current;
}

/**
 * Computes the computed values of an entry, each after those it reads.
 *
 * What shows can hang on a computed value and what is computed on what shows; it is therefore done until nothing changes.
 *
 * @param values stored values; computed ones among them are made anew
 * @returns the values with computed ones in them; the same object when none changed, or when the type computes nothing
 */
export async function computeValues(
  model: CompiledModel,
  type: CompiledType,
  values: Values,
  facts: EntryFacts,
): Promise<Values> {
  if (type.computed.length === 0) return values;
  let current = values;
  for (let round = 0; round <= type.computed.length; round += 1) {
    const next = await oneRound(model, type, current, facts);
    if (next === current) break;
    current = next;
  }
  return current;
}
