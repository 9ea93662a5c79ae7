import { newId } from '../ids';
import type { Block } from './template';
import { insertAt } from '../model/tree';

/** Where a block stands. */
export interface BlockPlace {
  readonly block: Block;
  readonly parent: Block | null;
  readonly index: number;
  /** Blocks above it, the outermost first. */
  readonly ancestors: readonly Block[];
}

/** Finds a block anywhere in a tree. */
export function findBlock(
  blocks: readonly Block[],
  id: string,
  ancestors: readonly Block[] = [],
): BlockPlace | null {
  for (const [index, block] of blocks.entries()) {
    if (block.id === id) return { block, parent: ancestors.at(-1) ?? null, index, ancestors };
    const below = findBlock(block.children, id, [...ancestors, block]);
    if (below) return below;
  }
  return null;
}

/** Replaces one block by what a function makes of it; nothing means that it is taken out. */
export function updateBlock(
  blocks: readonly Block[],
  id: string,
  update: (block: Block) => readonly Block[],
): readonly Block[] {
  return blocks.flatMap((block) => {
    if (block.id === id) return update(block);
    const children = updateBlock(block.children, id, update);
    return children.length === block.children.length &&
      children.every((child, index) => child === block.children[index])
      ? [block]
      : [{ ...block, children }];
  });
}

/** Puts a block under a parent (null for the page itself) at a place. */
export function insertBlock(
  blocks: readonly Block[],
  parent: string | null,
  index: number,
  block: Block,
): readonly Block[] {
  if (parent === null) return insertAt(blocks, index, block);
  return updateBlock(blocks, parent, (each) => [
    { ...each, children: insertAt(each.children, index, block) },
  ]);
}

/** Whether a block can stand under another one: that is there, and not in the block itself. */
const canStandUnder = (blocks: readonly Block[], { block }: BlockPlace, parent: string): boolean =>
  parent !== block.id && findBlock(block.children, parent) === null && findBlock(blocks, parent) !== null;

/** Moves a block to another place; where it cannot stand it stays. */
export function moveBlock(
  blocks: readonly Block[],
  id: string,
  parent: string | null,
  index: number,
): readonly Block[] {
  const place = findBlock(blocks, id);
  if (!place || (parent !== null && !canStandUnder(blocks, place, parent))) return blocks;
  return insertBlock(
    updateBlock(blocks, id, () => []),
    parent,
    index,
    place.block,
  );
}

/** Copies a block with everything in it under new ids. */
export function copyBlock(block: Block): Block {
  return { ...block, id: newId('b'), children: block.children.map(copyBlock) };
}

/** A block with its depth, for the outline. */
export interface OutlineLine {
  readonly block: Block;
  readonly depth: number;
  /** Its place among the blocks beside it, and how many these are. */
  readonly index: number;
  readonly count: number;
}

/** Lists all blocks in reading order. */
export function outlineOf(blocks: readonly Block[], depth = 0): readonly OutlineLine[] {
  return blocks.flatMap((block, index) => [
    { block, depth, index, count: blocks.length },
    ...outlineOf(block.children, depth + 1),
  ]);
}
