import type { BlockKind } from './block-kind';
import { code } from './code/code';
import { map } from './map/map';
import { facts } from './facts/facts';
import { heading } from './heading/heading';
import { image } from './image/image';
import { columns } from './columns/columns';
import { grid } from './grid/grid';
import { quote } from './quote/quote';
import { link } from './link/link';
import { gallery } from './gallery/gallery';
import { figure } from './figure/figure';
import { cards } from './cards/cards';
import { list } from './list/list';
import { breadcrumbs } from './breadcrumbs/breadcrumbs';
import { search } from './search/search';
import { divider } from './divider/divider';
import type { BlockKindName } from './names';
import { section } from './section/section';
import { table } from './table/table';
import { text } from './text/text';

/** Every block kind by its name; a name without an implementation does not compile. */
const byName: Readonly<Record<BlockKindName, BlockKind>> = {
  section,
  columns,
  grid,
  heading,
  text,
  quote,
  link,
  image,
  gallery,
  figure,
  map,
  facts,
  cards,
  list,
  table,
  breadcrumbs,
  search,
  divider,
  code,
};

/** Every block kind, in the order in which menus offer them: containers, text, values, what else there is. */
export const blockKinds: readonly BlockKind[] = Object.values(byName);

/** Finds a block kind by its name. */
export function blockKindOf(name: BlockKindName): BlockKind {
  return byName[name];
}
