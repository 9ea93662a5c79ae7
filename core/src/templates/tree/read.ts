import type { ResolvedPath } from '../../bindings/paths';
import { isJsonObject } from '../../json';
import { isList, type Run } from './node';

type Read = (run: Run) => unknown;

const step = (value: unknown, key: string): unknown =>
  isJsonObject(value) && Object.hasOwn(value, key) ? value[key] : undefined;

/**
 * Makes a reader of what a path points to.
 * @example readerOf(path)(run) // => 2080
 */
export function readerOf({ expression }: ResolvedPath): Read {
  const [root, ...keys] = expression.split('.');
  const start: Read = root === 'row' ? (run) => run.row : (run) => run.entry;
  const [only] = keys;
  if (keys.length === 1 && only !== undefined) return (run) => step(start(run), only);
  return (run) => keys.reduce<unknown>(step, start(run));
}

/** Makes the test whether a value is there: a list is, when it is not empty. */
export function testOf(path: ResolvedPath): (run: Run) => boolean {
  const read = readerOf(path);
  if (!isList(path)) return (run) => (read(run) ?? null) !== null;
  return (run) => {
    const value = read(run);
    return Array.isArray(value) && value.length > 0;
  };
}
