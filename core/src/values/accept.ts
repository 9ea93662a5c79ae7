import { isRow, type Values } from '../fields/repeater/row';
import { newId } from '../ids';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { EntryIssue, IssuePath } from '../messages/issue';
import type { CompiledField } from '../model/compiled';
import { nearestOf } from './nearest';

/** Stored values made from outside input, and what was wrong with its shape. */
export interface Accepted {
  readonly values: Values;
  readonly issues: readonly EntryIssue[];
}

function acceptRow(field: CompiledField, row: JsonValue, path: IssuePath, issues: EntryIssue[]): JsonValue {
  if (!isJsonObject(row)) {
    issues.push({
      issue: { code: 'wrong_shape', params: { expected: 'rows that are objects', got: 'something else' } },
      path,
      label: field.label,
    });
    return null;
  }
  const stored = isRow(row) && Object.keys(row).length === 2;
  return {
    id: stored ? row.id : newId('r'),
    values: acceptObject(field.children, stored ? row.values : row, path, issues),
  };
}

function acceptValue(
  field: CompiledField,
  value: JsonValue,
  path: IssuePath,
  issues: EntryIssue[],
): JsonValue {
  if (!field.type.rows || !isJsonList(value)) return value;
  return value.map((row, index) => acceptRow(field, row, [...path, index], issues));
}

function acceptObject(
  fields: readonly CompiledField[],
  input: JsonObject,
  path: IssuePath,
  issues: EntryIssue[],
): Values {
  const known = new Map(fields.flatMap((field) => [[field.key, field] as const, [field.id, field] as const]));
  const values: Record<string, JsonValue> = {};
  for (const [property, value] of Object.entries(input)) {
    const field = known.get(property);
    if (!field) {
      const nearest = nearestOf(
        property,
        fields.map(({ key }) => key),
      );
      issues.push({
        issue: { code: 'unknown_property', params: { property, nearest } },
        path: [...path, property],
        label: property,
      });
    } else if (value !== null) {
      values[field.id] = acceptValue(field, value, [...path, field.id], issues);
    }
  }
  return values;
}

/**
 * Turns values from outside, by key or by permanent id, into stored values.
 *
 * Types are not bent: a number given as text is left for validation to refuse. Rows may be plain objects by key, which
 * get ids, or stored rows, which keep theirs.
 *
 * @param fields the fields that may be given
 * @param input an object by key or id
 * @returns the stored values, and an issue for each unknown property or wrongly shaped row
 * @example acceptValues([], { altitud: 1 }).issues.length // => 1
 */
export function acceptValues(fields: readonly CompiledField[], input: JsonObject): Accepted {
  const issues: EntryIssue[] = [];
  return { values: acceptObject(fields, input, [], issues), issues };
}
