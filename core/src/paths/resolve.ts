import { say } from '../locale/say';
import { propertiesFor } from './properties';
import { HOP_LIMIT, type Path } from './path';
import type { PathContext, Standing } from './standing';
import { keysOfStep, labelsOfStep, takeStep } from './steps';
import type { End, Hop } from './steps/step';

/** A path found in the model: where it leads, and what stands at its end. */
export interface ResolvedPath {
  readonly hops: readonly Hop[];
  readonly end: End;
  /** The types at the end that have the value. */
  readonly types: Standing['types'];
  /** Whether there may be many values: of rows, or of several things on the way. */
  readonly many: boolean;
  /** The path by keys, as programs write it. */
  readonly keys: string;
  /** The path in words. */
  readonly label: string;
}

/** Why a path leads nowhere. */
export interface PathProblem {
  readonly problem: string;
}

/** Tells a problem from a path. */
export const isPathProblem = (found: ResolvedPath | PathProblem): found is PathProblem => 'problem' in found;

/** What stands at the end of a path that ends on a thing and not on a value: which one it is. */
function itself(at: Standing, context: PathContext): End | null {
  const plan = propertiesFor(at.kind, context.audience, context).get('id');
  return plan ? { kind: 'property', property: 'id', plan } : null;
}

/**
 * Follows a path through the model.
 * @param path steps by permanent ids
 * @param from where it begins
 * @param context the model, and for whom the path is followed: what that audience may not see is not there
 * @returns where it leads, or why it leads nowhere
 * @example resolvePath([{ kind: 'field', field: 'f_altitude' }], { kind: 'entry', types: [hut] }, { model, audience })
 */
export function resolvePath(path: Path, from: Standing, context: PathContext): ResolvedPath | PathProblem {
  const hops: Hop[] = [];
  let at = from;
  let end: End | null = null;
  let types = from.types;
  const keys: string[] = [];
  const labels: string[] = [];
  for (const [index, step] of path.entries()) {
    const taken = takeStep(step, at, index === path.length - 1, context);
    if (taken.kind === 'refused') return taken;
    keys.push(...keysOfStep(step, at, context));
    labels.push(...labelsOfStep(step, at, context));
    if (taken.kind === 'end') [end, types] = [taken.end, taken.types];
    else {
      hops.push(taken.hop);
      at = taken.hop.to;
      types = at.types;
    }
  }
  if (hops.length > HOP_LIMIT) return { problem: say`A path leads through ${HOP_LIMIT} things at most.` };
  end ??= itself(at, context);
  if (end === null) return { problem: say`The path has no end.` };
  const many = hops.some((hop) => hop.many) || (end.kind === 'field' && end.inRows);
  return { hops, end, types, many, keys: keys.join('.'), label: labels.join(' › ') };
}
