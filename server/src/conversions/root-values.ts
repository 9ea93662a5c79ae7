import type { Conversion } from '@tovlet/core/conversions/conversion';
import type { JsonValue } from '@tovlet/core/json';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { mapStored } from '@tovlet/core/stored/map-stored';

/** The field at the top of the form that a field stands in, or itself. */
export const rootOf = ({ id, ancestors }: CompiledField): string => ancestors[0] ?? id;

/**
 * Lists the values of a field that stand in the value of the field at the top of the form.
 * @param root the field at the top
 * @param value its whole value
 */
export function valuesIn(root: CompiledField, field: string, value: JsonValue): readonly JsonValue[] {
  if (root.id === field) return [value];
  const found: JsonValue[] = [];
  mapStored(
    [root],
    { [root.id]: value },
    {},
    ({ id }) => id === field,
    (_field, each) => {
      if (each !== undefined && each !== null) found.push(each);
      return each;
    },
  );
  return found;
}

/**
 * Takes the values of a field over, wherever they stand in the value of the field at the top of the form.
 * @returns the whole value afterwards; undefined where nothing is left
 */
export function convertedIn(
  root: CompiledField,
  field: string,
  value: JsonValue,
  { convert }: Conversion,
): JsonValue | undefined {
  const mapped = mapStored(
    [root],
    { [root.id]: value },
    {},
    ({ id }) => id === field,
    (_field, each) => (each === undefined || each === null ? undefined : convert(each)?.value),
  );
  return mapped[root.id];
}
