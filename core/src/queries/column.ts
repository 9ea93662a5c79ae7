import { say } from '../locale/say';
import type { Path } from '../paths/path';
import { isPathProblem, resolvePath, type ResolvedPath } from '../paths/resolve';
import type { PathContext, Standing } from '../paths/standing';
import { compileSort, resolveThings } from './compile';
import { valueKindOf, type ValueKind } from './value-kind';

/** A path whose values stand in a column of a list. */
export interface CompiledColumn {
  readonly path: ResolvedPath;
  readonly valueKind: ValueKind;
  /** Whether lists can be put in order by it. */
  readonly sorts: boolean;
}

/** What a reference that no table has a column for leads to: which things these are. */
function things(
  found: ResolvedPath,
  path: Path,
  from: Standing,
  context: PathContext,
): CompiledColumn | null {
  const { end, keys, label } = found;
  if (end.kind !== 'field' || end.field.type.refersTo === null) return null;
  const reached = resolveThings(path, from, context);
  if ('problem' in reached) return null;
  return { path: { ...reached, keys, label }, valueKind: reached.many ? 'links' : 'reference', sorts: false };
}

/**
 * Finds what a list can show in a column.
 * @returns the column, or why lists do not hold it
 * @example compileColumn([{ kind: 'field', field: 'f_wardens' }], huts, context).valueKind // => 'links'
 */
export function compileColumn(
  path: Path,
  from: Standing,
  context: PathContext,
): CompiledColumn | { readonly problem: string } {
  const found = resolvePath(path, from, context);
  if (isPathProblem(found)) return found;
  const valueKind = valueKindOf(found);
  if (valueKind !== null)
    return { path: found, valueKind, sorts: !('problem' in compileSort(path, false, from, context)) };
  return (
    things(found, path, from, context) ?? {
      problem: say`“${found.keys}” is not held for lists. Turn on Filterable for its field.`,
    }
  );
}
