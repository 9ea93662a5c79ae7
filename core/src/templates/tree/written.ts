import type { FoundPath } from '../found-path';

/**
 * What a path is read from in Liquid: `entry` or `term` for what the page is about, `row` for the innermost list, `row_1` and so on for lists further out.
 */
export const rootOf = ({ depth, nearest, root }: FoundPath): string =>
  depth === 0 ? root : nearest ? 'row' : `row_${depth}`;

/** The keys of a path in Liquid, from what it is read from. */
export const expressionOf = (path: FoundPath): string => [rootOf(path), ...path.keys].join('.');

/** The keys that a filter takes: quotes end them, so none may stand in them. */
export const quoted = (keys: readonly string[]): string => `"${keys.join('.').replace(/[^a-z0-9_.]/g, '')}"`;
