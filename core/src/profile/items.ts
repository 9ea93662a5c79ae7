import { isJsonList, type JsonList, type JsonValue } from '../json';

/** The values of a list, or the one value that is none. */
export const itemsOf = (value: JsonValue): JsonList => (isJsonList(value) ? value : [value]);
