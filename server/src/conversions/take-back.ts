import type { Conversion } from '@tovlet/core/conversions/conversion';
import { isJsonObject, sameJson, type JsonObject, type JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';

/** What a value was before a change, and what that made of it; null for nothing. */
export interface NotedValue {
  readonly before: JsonValue;
  readonly after: JsonValue;
}

const valuesOf = (root: string, value: JsonValue): JsonObject => (value === null ? {} : { [root]: value });

/** The value after the change with, in each place of the field, what stands there before and after. */
function marked(root: CompiledField, field: string, { before, after }: NotedValue): JsonObject {
  return mapStored(
    [root],
    valuesOf(root.id, after),
    valuesOf(root.id, before),
    ({ id }) => id === field,
    (_field, value, was) => ({ before: was ?? null, after: value ?? null }),
  );
}

/**
 * Gives the values of a field back what stood there before a change, in those places that nobody edited since; what was edited is
 * converted back.
 * @param value the whole value of the field at the top of the form, as it is; null for none
 * @returns the whole value afterwards; undefined for none
 */
export function takenBackIn(
  root: CompiledField,
  field: string,
  value: JsonValue,
  noted: NotedValue,
  { convert }: Conversion,
): JsonValue | undefined {
  const marks = marked(root, field, noted);
  const mapped = mapStored(
    [root],
    valuesOf(root.id, value),
    marks,
    ({ id }) => id === field,
    (_field, present, mark) => {
      const known = mark !== undefined && isJsonObject(mark) ? mark : null;
      if (known && sameJson(known['after'] ?? null, present ?? null)) return known['before'];
      return present === undefined || present === null ? undefined : convert(present)?.value;
    },
  );
  return mapped[root.id];
}
