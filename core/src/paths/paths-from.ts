import type { Path, Step } from './path';
import { propertiesFor } from './properties';
import { isPathProblem, resolvePath, type ResolvedPath } from './resolve';
import { metOn, type PathContext, type Standing } from './standing';
import { takeStep } from './steps';
import { backwardsTo } from './steps/backwards';

/** One way that a picker offers. */
export interface PathOption {
  readonly steps: Path;
  readonly path: ResolvedPath;
}

/** The values at one place: its properties, and the fields that may be seen. */
function valuesAt(at: Standing, context: PathContext): readonly Step[] {
  const properties = [...propertiesFor(at.kind, context.audience, context).keys()].filter(
    (each) => each !== 'id',
  );
  const fields = new Set(at.types.flatMap((type) => [...metOn(type, context.audience).keys()]));
  return [
    ...properties.map((property): Step => ({ kind: 'property', property })),
    ...[...fields].map((field): Step => ({ kind: 'field', field })),
  ];
}

/** The steps that lead from one place to others. */
function hopsFrom(at: Standing, context: PathContext): readonly Step[] {
  const fields = at.types.flatMap((type) => [...metOn(type, context.audience).values()]);
  const referring = new Set(
    fields.filter(({ field }) => field.type.refersTo !== null).map(({ field }) => field.id),
  );
  return [
    ...[...referring].map((field): Step => ({ kind: 'field', field })),
    ...backwardsTo(at, context).map(({ type, field }): Step => ({
      kind: 'backwards',
      type: type.contentType.id,
      field: field.id,
    })),
    ...(at.kind === 'term' ? ([{ kind: 'parent' }, { kind: 'children' }] as const) : []),
  ];
}

/** What the terms around a term are called: they are of its own tree, and no further away than it is. */
const labelsAround: readonly Path[] = (['parent', 'children'] as const).map((kind) => [
  { kind },
  { kind: 'property', property: 'label' },
]);

function waysFrom(at: Standing, context: PathContext, depth: number): readonly Path[] {
  const values = valuesAt(at, context).map((step): Path => [step]);
  const ways = at.kind === 'term' ? [[{ kind: 'ancestor_or_self' } as const], ...values] : [...values];
  if (depth === 0) return at.kind === 'term' ? [...ways, ...labelsAround] : ways;
  for (const hop of hopsFrom(at, context)) {
    const taken = takeStep(hop, at, false, context);
    if (taken.kind !== 'hop') continue;
    // The way back itself tells whether there is anything.
    if (hop.kind === 'backwards') ways.push([hop]);
    ways.push(...waysFrom(taken.hop.to, context, depth - 1).map((rest) => [hop, ...rest]));
  }
  return ways;
}

/**
 * Lists the ways from somewhere to values, the nearest first: what is there itself, then what its references lead to.
 * @param wanted whether a way is of use
 * @param depth how many references are followed
 * @example pathsFrom({ kind: 'entry', types: [hut] }, context, () => true, 0).map(({ path }) => path.keys) // => ['title', …]
 */
export function pathsFrom(
  from: Standing,
  context: PathContext,
  wanted: (path: ResolvedPath) => boolean,
  depth = 1,
): readonly PathOption[] {
  return waysFrom(from, context, depth).flatMap((steps): readonly PathOption[] => {
    const path = resolvePath(steps, from, context);
    return isPathProblem(path) || !wanted(path) ? [] : [{ steps, path }];
  });
}
