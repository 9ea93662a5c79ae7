import { rowQuantifiers, type RowQuantifier } from '@tovlet/core/conditions/condition';
import { entriesOf, programsAsk } from '@tovlet/core/delivery/filter';
import type { CompiledModel, CompiledType } from '@tovlet/core/model/compiled';
import type { Path } from '@tovlet/core/paths/path';
import type { ResolvedPath } from '@tovlet/core/paths/resolve';
import { metOn } from '@tovlet/core/paths/standing';
import { backwardKey, backwardsTo } from '@tovlet/core/paths/steps/backwards';
import { resolveThings } from '@tovlet/core/queries/compile';

/** A way from the entries of a type to those of one other, that filters can go. */
export interface RelationWay {
  readonly key: string;
  readonly path: ResolvedPath;
  readonly type: CompiledType;
}

/** How many of the entries over there have to fit, by the words of conditions. */
export const quantifierNamed = (name: string): RowQuantifier | undefined =>
  rowQuantifiers.find((each) => each === name);

/** By model, for what leads back to a type is said by others. */
const known = new WeakMap<CompiledModel, Map<CompiledType, ReadonlyMap<string, RelationWay>>>();

/**
 * Lists the relations of a type, and those that lead back to it, by their keys. Relations to entries of several types are left out:
 * they have no filter in common.
 */
export function relationWays(model: CompiledModel, type: CompiledType): ReadonlyMap<string, RelationWay> {
  const ofModel = known.get(model) ?? new Map<CompiledType, ReadonlyMap<string, RelationWay>>();
  known.set(model, ofModel);
  const before = ofModel.get(type);
  if (before) return before;
  const [from, context] = [entriesOf(type), programsAsk(model)];
  const forwards = [...metOn(type, context.audience).values()]
    .filter(({ field, around }) => around.length === 0 && field.type.refersTo === 'entry')
    .map(({ field }): readonly [string, Path] => [field.key, [{ kind: 'field', field: field.id }]]);
  const backwards = backwardsTo(from, context).map((way): readonly [string, Path] => {
    const step = { kind: 'backwards', type: way.type.contentType.id, field: way.field.id } as const;
    return [backwardKey(way), [step]];
  });
  const ways = [...forwards, ...backwards].flatMap(
    ([key, steps]): readonly (readonly [string, RelationWay])[] => {
      const path = resolveThings(steps, from, context);
      if ('problem' in path) return [];
      const [to, ...others] = path.hops.at(-1)?.to.types ?? [];
      return to && others.length === 0 ? [[key, { key, path, type: to }]] : [];
    },
  );
  const made = new Map(ways);
  ofModel.set(type, made);
  return made;
}
