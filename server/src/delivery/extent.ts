import { isJsonList, isJsonObject, type JsonValue } from '@tovlet/core/json';

/** So many values are given at once; a page of whole entries has some thousands. */
export const MOST_VALUES = 500_000;

/** So many things are read around the entries of one request: beyond that nobody wants them all at once. */
export const MOST_THINGS = 20_000;

/** Counts values; what stands in several places is looked through once, and counted in each. */
class Counting {
  private readonly known = new Map<object, number>();

  of(value: JsonValue | undefined): number {
    if (!isJsonObject(value) && !(value !== undefined && isJsonList(value))) return 1;
    const before = this.known.get(value);
    if (before !== undefined) return before;
    const inner: readonly JsonValue[] = isJsonList(value) ? value : Object.values(value);
    const count = inner.reduce<number>((sum, each) => sum + this.of(each), 1);
    this.known.set(value, count);
    return count;
  }
}

/**
 * Tells how many values stand in others when they are written out: things that refer to each other are few to read and many to
 * write.
 */
export function extentOf(values: readonly JsonValue[]): number {
  const counting = new Counting();
  return values.reduce<number>((sum, value) => sum + counting.of(value), 0);
}
