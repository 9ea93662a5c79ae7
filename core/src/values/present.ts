import type { Scope } from '../conditions/scope';
import type { PresentContext } from '../fields/field-type';
import type { JsonObject, JsonValue } from '../json';
import type { CompiledField, CompiledType } from '../model/compiled';

/** Who reads the values: programs get only what the model includes in the API, pages get all that shows. */
export type Audience = 'api' | 'page';

const NO_ROWS: readonly JsonObject[] = [];

function presentField(
  field: CompiledField,
  scope: Scope,
  audience: Audience,
  context: PresentContext,
): JsonValue {
  if (field.type.rows) {
    const rows = scope.rows(field.id);
    if (rows.length === 0) return NO_ROWS;
    return rows.map((row) => presentFields(field.children, row, audience, context));
  }
  const value = scope.values[field.id];
  return value === undefined || field.behaviour.isEmpty(value)
    ? field.behaviour.emptyPresented
    : field.behaviour.present(value, context);
}

/**
 * Presents the fields of one scope by key.
 *
 * | stored                     | presented |
 * |----------------------------|-----------|
 * | nothing, or an empty value | null; for rows and lists an empty list |
 * | a value                    | that value, typed |
 * | anything of a hidden field | left out |
 * | anything not in the API    | left out for programs |
 */
export function presentFields(
  fields: readonly CompiledField[],
  scope: Scope,
  audience: Audience,
  context: PresentContext,
): JsonObject {
  const presented: Record<string, JsonValue> = {};
  for (const field of fields) {
    if (scope.isHidden(field.id) || (audience === 'api' && !field.field.inApi)) continue;
    presented[field.key] = presentField(field, scope, audience, context);
  }
  return presented;
}

/** Collects the ids of all media in the visible values of an entry. */
export function mediaOf(type: CompiledType, entry: Scope): readonly string[] {
  const found = new Set<string>();
  const visit = (field: CompiledField, scope: Scope): void => {
    if (scope.isHidden(field.id)) return;
    for (const row of field.type.rows ? scope.rows(field.id) : []) {
      for (const child of field.children) visit(child, row);
    }
    const value = scope.values[field.id];
    if (field.type.graphql === 'Image' && typeof value === 'string') found.add(value);
  };
  for (const field of type.fields) visit(field, entry);
  return [...found];
}
