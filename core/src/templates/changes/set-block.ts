import { findBlock, updateBlock } from '../block-tree';
import type { Block } from '../template';
import type { TemplateChangeKind } from './change';
import { nameOf } from './name-of';
import type { BlockPatch, SetBlock } from './template-change';

function withProperties(block: Block, given: NonNullable<BlockPatch['properties']>): Block['properties'] {
  const merged = { ...block.properties, ...given };
  return Object.fromEntries(
    Object.entries(merged).flatMap(([key, property]) => (property === null ? [] : [[key, property]])),
  );
}

const patched = (block: Block, { properties, ...more }: BlockPatch): Block => ({
  ...block,
  ...more,
  ...(properties ? { properties: withProperties(block, properties) } : {}),
});

/** The patch that brings back what another one changes. */
function inverseOf(block: Block, { properties, ...more }: BlockPatch): BlockPatch {
  const before = Object.keys(properties ?? {}).map((key) => [key, block.properties[key] ?? null] as const);
  return {
    ...(properties ? { properties: Object.fromEntries(before) } : {}),
    ...('repeat' in more ? { repeat: block.repeat } : {}),
    ...('shownWhen' in more ? { shownWhen: block.shownWhen } : {}),
    ...('query' in more ? { query: block.query } : {}),
    ...('style' in more ? { style: block.style } : {}),
  };
}

export const setBlock: TemplateChangeKind<SetBlock, SetBlock> = {
  apply: (content, { block: id, patch }) =>
    findBlock(content.blocks, id)
      ? { ...content, blocks: [...updateBlock(content.blocks, id, (block) => [patched(block, patch)])] }
      : content,
  inverse({ blocks }, { block, patch }) {
    const place = findBlock(blocks, block);
    return place ? [{ kind: 'set_block', block, patch: inverseOf(place.block, patch) }] : [];
  },
  describe: (before, { block }) => `${nameOf(before, block)} changed`,
};
