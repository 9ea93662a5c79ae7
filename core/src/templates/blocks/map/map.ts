import { say } from '../../../locale/say';
import type { FoundPath } from '../../found-path';
import { constantOf, type Block } from '../../template';
import { html } from '../../tree/make';
import type { MapNode, PageNode } from '../../tree/node';
import type { BlockContext, BlockKind } from '../block-kind';
import { foundItems, foundRows, publicLabel } from '../found-items';
import { properties } from './properties';
import { style } from './style';

const isPlace = ({ field }: FoundPath): boolean => field?.type.kind === 'place';

/** The places of all in a list: the first value that is one tells where, the first other what it is called. */
function ofList(block: Block, context: BlockContext): Pick<MapNode, 'list' | 'place' | 'called'> | null {
  const found = foundRows(block, context);
  const paths = found ? foundItems(block, 'columns', context.within(found.seat)).map(({ path }) => path) : [];
  const place = paths.find(isPlace);
  if (!found || !place) return null;
  return { list: found.list, place, called: paths.find((path) => !isPlace(path) && !path.many) ?? null };
}

/** The place that is bound, or several of them. */
function ofValue(block: Block, context: BlockContext): Pick<MapNode, 'list' | 'place' | 'called'> | null {
  const property = block.properties['place'];
  const place = property && 'binding' in property ? context.resolve(property.binding) : null;
  return place && isPlace(place) ? { list: null, place, called: null } : null;
}

/** One place on a map, or many of them. */
export const map: BlockKind = {
  kind: 'map',
  name: say`Map`,
  icon: 'location_on',
  container: false,
  properties,
  style,
  compile(block, context): readonly PageNode[] {
    const shown = ofList(block, context) ?? ofValue(block, context);
    if (!shown) return [];
    const name = constantOf(block, 'name');
    const words =
      typeof name === 'string' && name !== '' ? name : publicLabel(shown.list ?? shown.place, context.paths);
    return [{ kind: 'map', ...shown, name: words }, html('\n')];
  },
};
