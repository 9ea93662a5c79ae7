import { say } from '../locale/say';
/**
 * Says that two limits leave nothing between them.
 * @param least the lower one; null for none
 * @param most the upper one; null for none
 * @returns a sentence; null where something is between them
 * @example nothingBetween(10, 1) // => 'The least, 10, is more than the most, 1.'
 */
export function nothingBetween<Limit extends number | string>(
  least: Limit | null,
  most: Limit | null,
): string | null {
  if (least === null || most === null || least <= most) return null;
  return say`The least, ${least}, is more than the most, ${most}.`;
}
