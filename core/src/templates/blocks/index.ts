import type { BlockKind } from './block-kind';
import { code } from './code/code';
import { facts } from './facts/facts';
import { heading } from './heading/heading';
import { image } from './image/image';
import type { BlockKindName } from './names';
import { section } from './section/section';
import { table } from './table/table';
import { text } from './text/text';

/** Every block kind by its name; a name without an implementation does not compile. */
const byName: Readonly<Record<BlockKindName, BlockKind>> = {
  section,
  heading,
  text,
  image,
  facts,
  table,
  code,
};

/** Every block kind, in the order in which menus offer them: containers, text, values, code. */
export const blockKinds: readonly BlockKind[] = Object.values(byName);

/** Finds a block kind by its name. */
export function blockKindOf(name: BlockKindName): BlockKind {
  return byName[name];
}
