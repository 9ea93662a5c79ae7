import type { Values } from '../fields/repeater/row';
import type { CompiledField } from '../model/compiled';

/**
 * Finds the shape of a row of a mixed list: the one under whose id its values stand.
 * @param list the mixed list
 * @param values the row's values
 * @returns null when it has none of the list's shapes, or several
 * @example shapeOf(directions, { f_on_foot: { f_minutes: 40 } })?.key // => 'on_foot'
 */
export function shapeOf(list: CompiledField, values: Values): CompiledField | null {
  const found = list.children.filter(({ id }) => values[id] !== undefined);
  return found.length === 1 ? (found[0] ?? null) : null;
}
