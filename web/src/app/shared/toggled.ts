/**
 * A set with one thing put in, or taken out where it was in.
 * @example toggled(new Set(['a']), 'b') // => Set { 'a', 'b' }
 */
export function toggled<Item>(set: ReadonlySet<Item>, item: Item): ReadonlySet<Item> {
  const next = new Set(set);
  if (!next.delete(item)) next.add(item);
  return next;
}
