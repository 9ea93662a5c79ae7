import { say } from '../locale/say';
import { isRow, type Values } from '../fields/repeater/row';
import { newId } from '../ids';
import { isJsonList, isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { EntryIssue, IssuePath } from '../issues/issue';
import type { CompiledField } from '../model/compiled';
import { nearestOf } from './nearest';

/** Stored values made from outside input, and what was wrong with its shape. */
export interface Accepted {
  readonly values: Values;
  readonly issues: readonly EntryIssue[];
}

/** The values of a row of a mixed list: given as stored, or flat with the key of its shape beside them. */
function acceptShape(list: CompiledField, row: JsonObject, path: IssuePath, issues: EntryIssue[]): Values {
  const named = row['shape'];
  if (typeof named !== 'string') return acceptObject(list.children, row, path, issues);
  const shape = list.children.find(({ key }) => key === named);
  if (!shape) {
    const shapes = list.children.map(({ key }) => key);
    issues.push({
      issue: { code: 'unknown_shape', params: { got: named, shapes } },
      path,
      label: list.label,
    });
    return {};
  }
  const flat = Object.fromEntries(Object.entries(row).filter(([key]) => key !== 'shape'));
  return { [shape.id]: acceptObject(shape.children, flat, [...path, shape.id], issues) };
}

function acceptRow(field: CompiledField, row: JsonValue, path: IssuePath, issues: EntryIssue[]): JsonValue {
  if (!isJsonObject(row)) {
    issues.push({
      issue: {
        code: 'wrong_shape',
        params: { expected: say`rows that are objects`, got: say`something else` },
      },
      path,
      label: field.label,
    });
    return null;
  }
  const stored = isRow(row) && Object.keys(row).length === 2;
  const values = stored ? row.values : row;
  return {
    id: stored ? row.id : newId('r'),
    values:
      field.type.holds === 'shapes'
        ? acceptShape(field, values, path, issues)
        : acceptObject(field.children, values, path, issues),
  };
}

function acceptValue(
  field: CompiledField,
  value: JsonValue,
  path: IssuePath,
  issues: EntryIssue[],
): JsonValue {
  if (field.type.rows && isJsonList(value)) {
    return value.map((row, index) => acceptRow(field, row, [...path, index], issues));
  }
  const { holds } = field.type;
  if (!(holds === 'one' || holds === 'shape') || !isJsonObject(value)) return value;
  return acceptObject(field.children, value, path, issues);
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
 * get ids, or stored rows, which keep theirs. A row of a mixed list names its shape by key beside its values.
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
