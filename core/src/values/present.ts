import { maySee, type Audience } from '../access/audience';
import type { Scope } from '../evaluation/scope';
import type { PresentContext } from '../fields/field-type';
import type { JsonObject, JsonValue } from '../json';
import type { IssuePath } from '../issues/issue';
import type { CompiledField } from '../model/compiled';

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
    const presentRow = field.type.holds === 'shapes' ? presentShape : presentFields;
    return rows.map((row) => presentRow(field.children, row, audience, context));
  }
  if (field.type.holds) {
    const [own] = scope.rows(field.id);
    return own ? presentFields(field.children, own, audience, context) : null;
  }
  const value = scope.values[field.id];
  return value === undefined || field.behaviour.isEmpty(value)
    ? field.behaviour.emptyPresented
    : field.behaviour.present(value, context.of?.(field.id) ?? context);
}

/**
 * A row of a mixed list: the key of its shape, then the values of that shape. Pages find them under the shape's key as
 * well, so that what is bound to one shape says nothing in the rows of another.
 */
function presentShape(
  shapes: readonly CompiledField[],
  row: Scope,
  audience: Audience,
  context: PresentContext,
): JsonObject {
  const shape = shapes.find(({ id }) => row.values[id] !== undefined);
  const [own] = shape ? row.rows(shape.id) : [];
  if (!shape || !own) return { shape: null };
  const values = presentFields(shape.children, own, audience, context);
  return { ...values, ...(audience.kind !== 'program' ? { [shape.key]: values } : {}), shape: shape.key };
}

/**
 * Presents the fields of one scope by key.
 *
 * | stored                     | presented |
 * |----------------------------|-----------|
 * | nothing, or an empty value | null; for rows and lists an empty list; for groups an object of nulls |
 * | a row of a mixed list      | the key of its `shape` and that shape's values |
 * | a value                    | that value, typed |
 * | anything of a hidden field | left out |
 * | what the audience may not see | left out |
 * | a secret                   | always left out |
 */
export function presentFields(
  fields: readonly CompiledField[],
  scope: Scope,
  audience: Audience,
  context: PresentContext,
): JsonObject {
  const presented: Record<string, JsonValue> = {};
  for (const field of fields) {
    if (scope.isHidden(field.id) || field.type.confidential || !maySee(audience, field)) continue;
    presented[field.key] = presentField(field, scope, audience, context);
  }
  return presented;
}

/** Walks over every visible value of an entry, the values in rows and groups included. */
export function walkValues(
  fields: readonly CompiledField[],
  scope: Scope,
  visit: (field: CompiledField, value: JsonValue, path: IssuePath) => void,
  path: IssuePath = [],
): void {
  for (const field of fields) {
    if (scope.isHidden(field.id)) continue;
    if (field.type.holds) {
      scope.rows(field.id).forEach((inner, index) => {
        walkValues(field.children, inner, visit, [...path, field.id, ...(field.type.rows ? [index] : [])]);
      });
      continue;
    }
    const value = scope.values[field.id];
    if (value !== undefined && value !== null) visit(field, value, [...path, field.id]);
  }
}
