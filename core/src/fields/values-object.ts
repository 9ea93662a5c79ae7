import { say } from '../locale/say';
import { isJsonObject, type JsonObject, type JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';
import type { Displayed } from './field-type';

/** What the types share whose value is one set of child values, by permanent field id. */
export const oneSet = {
  expected: say`an object of values`,
  index: null,
  example: {},
  accepts: (value: JsonValue): value is JsonObject => isJsonObject(value) && !('id' in value),
  isEmpty: (value: JsonObject): boolean => Object.keys(value).length === 0,
  coerce: (input: JsonValue): JsonObject | undefined =>
    isJsonObject(input) && !('id' in input) ? input : undefined,
  // Each child value is checked where it stands.
  validate: (): readonly ValueIssue[] => [],
  acceptsPresented: (value: JsonValue): value is JsonObject => isJsonObject(value),
} as const;

/** How a set of values reads in one line: the values that are there, with commas between. */
export const setFormat = {
  kind: 'line',
  label: say`In one line`,
  display: (value: JsonObject): Displayed => ({
    text: Object.values(value)
      .filter((each) => each !== null && typeof each !== 'object' && each !== '')
      .map(String)
      .join(', '),
  }),
};
