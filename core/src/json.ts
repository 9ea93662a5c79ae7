/** Any value that JSON (RFC 8259) can carry. */
export type JsonValue = null | boolean | number | string | JsonList | JsonObject;
export type JsonList = readonly JsonValue[];
export interface JsonObject {
  readonly [key: string]: JsonValue;
}

/**
 * Tells whether a value is a plain JSON object: neither null nor a list.
 * @param value any value
 * @returns true for `{}`, false for `[]`, `null` and scalars
 * @example isJsonObject({ a: 1 }) // => true
 * @example isJsonObject([1]) // => false
 */
export function isJsonObject(value: unknown): value is JsonObject {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/**
 * Tells whether a value is a list of JSON values.
 * @example isJsonList([1]) // => true
 */
export function isJsonList(value: unknown): value is JsonList {
  return Array.isArray(value);
}

/**
 * Compares two JSON values by content; the order of an object's members does not count.
 * @param a one value
 * @param b the other; `undefined` equals only `undefined`
 * @returns true when both hold the same content
 * @example sameJson({ a: [1] }, { a: [1] }) // => true
 * @example sameJson(1, '1') // => false
 */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (isJsonList(a) && isJsonList(b)) {
    return a.length === b.length && a.every((item, index) => sameJson(item, b[index]));
  }
  if (isJsonObject(a) && isJsonObject(b)) {
    const keys = Object.keys(a);
    return keys.length === Object.keys(b).length && keys.every((key) => key in b && sameJson(a[key], b[key]));
  }
  return false;
}

/** The deepest nesting of lists and objects that Tovlet takes from outside. */
export const JSON_DEPTH_LIMIT = 24;

/**
 * Measures how deep the lists and objects of a JSON text stand in each other, without parsing it: a parser needs seconds
 * for a million levels.
 * @example depthOfJson('{"a":[1]}') // => 2
 * @example depthOfJson('"[["') // => 0
 */
export function depthOfJson(text: string): number {
  let [depth, deepest, inText] = [0, 0, false];
  for (let at = 0; at < text.length; at += 1) {
    const unit = text.charCodeAt(at);
    if (inText) {
      if (unit === 0x5c) at += 1;
      else if (unit === 0x22) inText = false;
    } else if (unit === 0x22) inText = true;
    else if (unit === 0x5b || unit === 0x7b) {
      depth += 1;
      if (depth > deepest) deepest = depth;
    } else if (unit === 0x5d || unit === 0x7d) depth -= 1;
  }
  return deepest;
}

/**
 * Finds text that PostgreSQL's jsonb cannot hold (NUL, lone surrogates) or nesting beyond the limit.
 * @param value a parsed JSON value
 * @returns what is wrong in a few words, or null when the value can be stored
 * @see https://www.postgresql.org/docs/current/datatype-json.html
 * @example unstorableJson({ a: 'x\u0000' }) // => 'a NUL character'
 * @example unstorableJson({ a: 'x' }) // => null
 */
export function unstorableJson(value: unknown, depth = 0): string | null {
  if (typeof value === 'string') return unstorableText(value);
  if (typeof value !== 'object' || value === null) return null;
  if (depth >= JSON_DEPTH_LIMIT) return `nesting deeper than ${JSON_DEPTH_LIMIT} levels`;
  for (const [key, item] of Object.entries(value)) {
    const problem = unstorableText(key) ?? unstorableJson(item, depth + 1);
    if (problem) return problem;
  }
  return null;
}

function unstorableText(text: string): string | null {
  if (text.includes('\u0000')) return 'a NUL character';
  return text.isWellFormed() ? null : 'half of a surrogate pair';
}
