import { fieldsOf } from '../paths/text';
import { pathsAskedBy } from '../queries/listed';
import { listedTypeOf, queryOf } from './listed';
import type { PathContext } from '../paths/standing';
import type { BindingPlace } from './binding';
import { blockProperties } from './blocks/properties';
import { propertyTypes } from './properties';
import type { BlockReference } from './properties/property-type';
import type { Seats } from './seats';
import { bindingsIn } from './property';
import { constantOf, type Block } from './template';

const referenceOf = ({ path, source, up = 0 }: BindingPlace): BlockReference => ({
  path,
  seenFrom: source,
  up,
});

/**
 * Lists what a block itself shows or repeats over: what its bindings point to, and what its kind's properties refer to.
 * @param seats where it stands, the list it repeats over included
 * @returns the ways to values and lists, each with where it is seen from
 */
export function referencesOf(block: Block, seats: Seats, context: PathContext): readonly BlockReference[] {
  const bound = Object.values(block.properties).flatMap((property): readonly BlockReference[] =>
    bindingsIn(property).map(referenceOf),
  );
  const declared = blockProperties[block.kind].flatMap(({ key, control }) =>
    propertyTypes[control].references(constantOf(block, key) ?? null, seats, context),
  );
  const repeated: readonly BlockReference[] = block.repeat
    ? [{ path: block.repeat.field, seenFrom: 'rows' }]
    : [];
  return [...bound, ...declared, ...repeated];
}

/** The fields that the query of a block asks about: they decide what is shown, and are not shown themselves. */
export const queriedBy = (block: Block): readonly string[] => {
  if (listedTypeOf(block) === null) return [];
  const { ofEntries, ofStand } = pathsAskedBy(queryOf(block));
  return [...ofEntries, ...ofStand].flatMap(fieldsOf);
};

/** What a block puts the items in order by that it repeats over, seen from them: that is looked at, and not shown. */
export const sortOf = ({ repeat }: Block): readonly BlockReference[] =>
  repeat?.sort ? [{ path: repeat.sort.path, seenFrom: 'row', up: 0 }] : [];
