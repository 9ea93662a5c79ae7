import type { JsonObject, JsonValue } from '../json';
import { isJsonObject } from '../json';

/** What a value can refer to by its permanent id. */
export type ReferenceKind = 'medium' | 'entry' | 'term' | 'person';

const PREFIXES: Readonly<Record<ReferenceKind, string>> = { medium: 'm', entry: 'e', term: 'n', person: 'p' };

/**
 * Makes the test that tells ids of one kind from other values.
 * @example isIdOf('entry')('e_0123456789') // => true
 */
export function isIdOf(kind: ReferenceKind): (value: JsonValue) => value is string {
  const pattern = new RegExp(`^${PREFIXES[kind]}_[a-z0-9_]{1,60}$`);
  return (value): value is string => typeof value === 'string' && pattern.test(value);
}

/** Tells something referred to, as it is presented, from other values: an object with an id. */
export const isPresentedReference = (value: JsonValue): value is JsonObject =>
  isJsonObject(value) && typeof value['id'] === 'string';

/** Reads an id out of an input: the id itself, or an object that has it. */
export function idFrom(kind: ReferenceKind, input: JsonValue): string | null | undefined {
  if (input === '') return null;
  const given = isJsonObject(input) ? (input['id'] ?? null) : input;
  return isIdOf(kind)(given) ? given : undefined;
}

/** Tells a medium, as it is presented, from other values: an object with an address. */
export const isPresentedMedium = (value: JsonValue): value is JsonObject =>
  isJsonObject(value) && typeof value['url'] === 'string';
