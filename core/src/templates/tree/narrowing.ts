import type { Condition } from '../../conditions/condition';
import { isJsonObject } from '../../json';
import { compareForReaders } from '../../locale/readers-order';
import type { Narrowing } from './node';
import { readFrom } from './read';

/** What a value is put in order by: things by what they are called, sums of money by how much they are. */
function sortedBy(value: unknown): number | string | null {
  if (typeof value === 'boolean') return Number(value);
  if (typeof value === 'number' || typeof value === 'string') return value;
  if (!isJsonObject(value)) return null;
  const { title, label, name, filename, amount } = value;
  const named = [title, label, name, filename, amount].find(
    (each) => typeof each === 'string' || typeof each === 'number',
  );
  return typeof named === 'string' || typeof named === 'number' ? named : null;
}

const compared = (one: number | string, other: number | string): number =>
  typeof one === 'number' && typeof other === 'number'
    ? one - other
    : compareForReaders(String(one), String(other));

/**
 * Puts items in order by a value of each, as readers expect it; those without one stand last, whatever the direction.
 * @param keys the way from an item to the value
 * @example sortedItems([{ a: 2 }, {}, { a: 1 }], ['a'], true) // => [{ a: 2 }, { a: 1 }, {}]
 */
export function sortedItems(
  items: readonly unknown[],
  keys: readonly string[],
  descending: boolean,
): readonly unknown[] {
  const valued = items.map((item) => ({ item, value: sortedBy(readFrom(item, keys)) }));
  const there = valued.flatMap(({ item, value }) => (value === null ? [] : [{ item, value }]));
  const order = descending ? -1 : 1;
  return [
    ...there.sort((one, other) => order * compared(one.value, other.value)).map(({ item }) => item),
    ...valued.filter(({ value }) => value === null).map(({ item }) => item),
  ];
}

/**
 * Narrows a list: the items that fit, in their order, as many as are wanted.
 * @param holds whether a condition holds for an item
 */
export function narrowed(
  items: readonly unknown[],
  { kept, sorted, take }: Narrowing,
  holds: (condition: Condition, item: unknown) => boolean,
): readonly unknown[] {
  const fitting = kept === null ? items : items.filter((item) => holds(kept.condition, item));
  const ordered = sorted === null ? fitting : sortedItems(fitting, sorted.path.keys, sorted.descending);
  return take === null ? ordered : ordered.slice(0, take);
}
