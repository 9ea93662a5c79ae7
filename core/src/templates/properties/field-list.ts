import { isJsonList, isJsonObject, type JsonValue } from '../../json';
import type { PropertyType, SeenFrom } from './property-type';

/** A field in a facts or table block, with how it shows. */
export interface FieldItem {
  readonly field: string;
  readonly format: string | null;
}

const isFieldItem = (value: JsonValue): value is JsonValue & FieldItem =>
  isJsonObject(value) && typeof value['field'] === 'string';

/** Reads a list of fields; what is none is left out. */
export const fieldItems = (constant: JsonValue | undefined): readonly FieldItem[] =>
  constant !== undefined && isJsonList(constant) ? constant.filter(isFieldItem) : [];

/** A list of fields, each seen from the same place. */
export const fieldList = (seenFrom: SeenFrom): PropertyType => ({
  references: (constant) => fieldItems(constant).map(({ field }) => ({ path: field, seenFrom })),
});
