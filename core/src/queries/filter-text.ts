import { queryConditionSchema, type QueryCondition } from './condition';

/**
 * Writes a condition as the text that stands in an address.
 * @returns nothing for no condition
 */
export const filterToText = (condition: QueryCondition | null): string =>
  condition === null ? '' : JSON.stringify(condition);

/** A condition that was read from a text; null where there is none. */
export type ReadFilter = { readonly condition: QueryCondition | null } | { readonly problem: string };

function json(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/**
 * Reads a condition from the text that stands in an address.
 * @returns the condition, or a sentence where the text is none
 * @example filterFromText('') // => { condition: null }
 */
export function filterFromText(text: string): ReadFilter {
  if (text === '') return { condition: null };
  const parsed = queryConditionSchema.safeParse(json(text));
  return parsed.success ? { condition: parsed.data } : { problem: 'The filter cannot be read.' };
}
