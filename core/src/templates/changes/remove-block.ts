import { findBlock, updateBlock } from '../block-tree';
import type { TemplateChangeKind } from './change';
import { nameOf } from './name-of';
import type { AddBlock, RemoveBlock } from './template-change';

export const removeBlock: TemplateChangeKind<RemoveBlock, AddBlock> = {
  apply: (content, { block }) =>
    findBlock(content.blocks, block)
      ? { ...content, blocks: [...updateBlock(content.blocks, block, () => [])] }
      : content,
  inverse({ blocks }, { block: id }) {
    const place = findBlock(blocks, id);
    if (!place) return [];
    const { block, parent, index } = place;
    return [{ kind: 'add_block', block, parent: parent?.id ?? null, index }];
  },
  describe: (before, { block }) => `${nameOf(before, block)} removed`,
};
