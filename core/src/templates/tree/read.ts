import { isJsonObject } from '../../json';
import type { FoundPath } from '../found-path';
import { isList, type Run } from './node';

type Read = (run: Run) => unknown;

/** What has a key; nothing where the value has none of its own. */
const at = (value: unknown, key: string): unknown =>
  isJsonObject(value) && Object.hasOwn(value, key) ? value[key] : undefined;

const isThere = (value: unknown): boolean => value !== undefined && value !== null;

/**
 * Collects what stands under some keys, through all lists on the way.
 * @param value where the way begins
 * @returns the values in order; those that are missing are left out, lists at the end are one value each
 * @example valuesAt({ wardens: [{ years: 3 }, { years: 5 }] }, ['wardens', 'years']) // => [3, 5]
 */
export function valuesAt(value: unknown, keys: readonly string[]): readonly unknown[] {
  const last = keys.length - 1;
  return keys.reduce<readonly unknown[]>(
    (values, key, index) =>
      values.flatMap((each) => {
        const found = at(each, key);
        if (!Array.isArray(found)) return isThere(found) ? [found] : [];
        const list: readonly unknown[] = found;
        return index < last ? list : list.length === 0 ? [] : [list];
      }),
    [value],
  );
}

/** Collects the rows or things under some keys, one by one. */
export const itemsAt = (value: unknown, keys: readonly string[]): readonly unknown[] =>
  valuesAt(value, keys).flat();

/** Reads what stands under some keys, where no list is on the way. */
export const readFrom = (value: unknown, keys: readonly string[]): unknown => keys.reduce<unknown>(at, value);

/** Where a path is read from. */
const startOf =
  ({ depth }: FoundPath): Read =>
  (run) =>
    run.seats[depth];

/**
 * Makes a reader of what a path points to.
 * @example readerOf(path)(run) // => 2080
 */
export function readerOf(path: FoundPath): Read {
  const { keys, many } = path;
  const start = startOf(path);
  const [only] = keys;
  if (many) return (run) => valuesAt(start(run), keys);
  if (keys.length === 1 && only !== undefined) return (run) => at(start(run), only);
  return (run) => readFrom(start(run), keys);
}

/** A list that stands there as it is. */
const listOf =
  (read: Read) =>
  (run: Run): readonly unknown[] => {
    const list = read(run);
    return Array.isArray(list) ? list : [];
  };

/** Makes a reader of the rows or things of a list. */
export function itemsOf(path: FoundPath): (run: Run) => readonly unknown[] {
  if (!path.many && path.keys.length > 0) return listOf(readerOf(path));
  const start = startOf(path);
  return (run) => itemsAt(start(run), path.keys);
}

/** Makes the test whether a value is there: a list is, when it is not empty. */
export function testOf(path: FoundPath): (run: Run) => boolean {
  const read = readerOf(path);
  if (path.many) {
    const start = startOf(path);
    return (run) => valuesAt(start(run), path.keys).length > 0;
  }
  if (!isList(path)) return (run) => isThere(read(run));
  return (run) => {
    const value = read(run);
    return Array.isArray(value) && value.length > 0;
  };
}
