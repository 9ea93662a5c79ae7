import { say } from '../locale/say';
import * as z from 'zod';
import type { JsonObject, JsonValue } from '../json';
import type { ValueIssue } from '../issues/issue';
import type { SettingControl } from './field-type';

/** The most characters any text may hold, whatever its own limit: a bound on what one request stores. */
export const TEXT_BOUND = 200_000;

const length = z.int().min(0).max(TEXT_BOUND).nullable().default(null);

/** Settings shared by the types whose value is a text of limited length. */
export const textLimitSettings = {
  placeholder: z.string().max(200).default(''),
  minLength: length,
  maxLength: length,
};

export interface TextLimits {
  readonly minLength: number | null;
  readonly maxLength: number | null;
}

export const textLimitControls: readonly SettingControl[] = [
  {
    key: 'placeholder',
    label: say`Placeholder`,
    control: 'text',
    fold: 'form',
    help: say`Shown while the field is empty.`,
  },
  { key: 'minLength', label: say`Fewest characters`, control: 'number', fold: 'limits' },
  {
    key: 'maxLength',
    label: say`Most characters`,
    control: 'number',
    fold: 'limits',
    help: say`The form shows a counter.`,
  },
];

/**
 * Tells a text from other JSON values.
 * @example isText('a') // => true
 */
export const isText = (value: JsonValue): value is string => typeof value === 'string';

/**
 * Tells whether a text counts as empty: nothing left after trimming.
 * @example isBlank('  ') // => true
 */
export const isBlank = (value: string): boolean => value.trim() === '';

/**
 * Turns scalars into text.
 * @returns the text, or undefined for lists and objects
 * @example textFrom(12) // => '12'
 */
export function textFrom(input: JsonValue): string | undefined {
  if (typeof input === 'string') return input;
  return typeof input === 'number' || typeof input === 'boolean' ? String(input) : undefined;
}

/**
 * Counts characters as a reader does: by code point, not by UTF-16 unit, as JSON Schema's maxLength does too.
 * @example lengthOf('a😀') // => 2
 * @see https://json-schema.org/draft/2020-12/json-schema-validation#section-6.3.1
 */
export function lengthOf(text: string): number {
  let total = 0;
  for (let index = 0; index < text.length; index += 1) {
    const unit = text.charCodeAt(index);
    if (unit < 0xdc00 || unit > 0xdfff) total += 1;
  }
  return total;
}

/**
 * Checks a text against its limits.
 * @returns one issue at most for each limit
 * @example lengthIssues('abc', { minLength: null, maxLength: 2 })[0].code // => 'too_long'
 */
export function lengthIssues(value: string, limits: TextLimits): readonly ValueIssue[] {
  // A text of n UTF-16 units has at most n characters, so most texts need no count.
  const limit = limits.maxLength ?? TEXT_BOUND;
  if (limits.minLength === null && value.length <= limit) return [];
  const actual = lengthOf(value);
  if (actual > limit) return [{ code: 'too_long', params: { limit, length: actual } }];
  if (limits.minLength !== null && actual < limits.minLength) {
    return [{ code: 'too_short', params: { limit: limits.minLength, length: actual } }];
  }
  return [];
}

/**
 * Emits the limits as JSON Schema keywords.
 * @example lengthSchema({ minLength: null, maxLength: 60 }) // => { type: 'string', maxLength: 60 }
 */
export function lengthSchema(limits: TextLimits): JsonObject {
  return {
    type: 'string',
    ...(limits.minLength === null ? {} : { minLength: limits.minLength }),
    ...(limits.maxLength === null ? {} : { maxLength: limits.maxLength }),
  };
}

/**
 * Says the limits in short words for the sheet.
 * @example lengthSummary({ minLength: null, maxLength: 60 }) // => ['up to 60 characters']
 */
export function lengthSummary(limits: TextLimits): readonly string[] {
  const { minLength: least, maxLength: most } = limits;
  if (least !== null && most !== null) return [say`${least} to ${most} characters`];
  if (most !== null) return [say`up to ${most} characters`];
  return least === null ? [] : [say`at least ${least} characters`];
}
