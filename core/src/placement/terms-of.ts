import type { Values } from '../fields/repeater/row';
import { isJsonList } from '../json';
import type { CompiledType } from '../model/compiled';

/** The term above each term; null for those at the top. */
export type TermParents = ReadonlyMap<string, string | null>;

/**
 * Lists the terms an entry has, and all terms above them, so that a rule about a term covers its children.
 * @param values the entry's stored values
 * @param parents the taxonomy trees
 * @returns each term once
 * @example termsOf(type, { f_y_area: ['n_valley'] }, new Map([['n_valley', 'n_range']])) // => ['n_valley', 'n_range']
 */
export function termsOf(type: CompiledType, values: Values, parents: TermParents): readonly string[] {
  const found = new Set<string>();
  const add = (id: string): void => {
    // A tree that was bent into a circle ends where it meets itself.
    for (let each: string | null | undefined = id; each && !found.has(each); each = parents.get(each)) {
      found.add(each);
    }
  };
  for (const field of type.fields) {
    if (field.type.refersTo !== 'term') continue;
    const value = values[field.id] ?? null;
    for (const id of isJsonList(value) ? value : [value]) if (typeof id === 'string') add(id);
  }
  return [...found];
}
