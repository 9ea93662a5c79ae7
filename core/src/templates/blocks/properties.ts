import type { PropertyControl } from './block-kind';
import { properties as code } from './code/properties';
import { properties as map } from './map/properties';
import { properties as facts } from './facts/properties';
import { properties as heading } from './heading/properties';
import { properties as image } from './image/properties';
import { properties as section } from './section/properties';
import { properties as table } from './table/properties';
import { properties as text } from './text/properties';
import { properties as columns } from './columns/properties';
import { properties as grid } from './grid/properties';
import { properties as quote } from './quote/properties';
import { properties as link } from './link/properties';
import { properties as gallery } from './gallery/properties';
import { properties as figure } from './figure/properties';
import { properties as cards } from './cards/properties';
import { properties as list } from './list/properties';
import { properties as breadcrumbs } from './breadcrumbs/properties';
import { properties as search } from './search/properties';
import { properties as divider } from './divider/properties';
import type { BlockKindName } from './names';

/** The properties of every block kind, apart from what they compile to: the first screen asks what blocks refer to. */
export const blockProperties: Readonly<Record<BlockKindName, readonly PropertyControl[]>> = {
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
