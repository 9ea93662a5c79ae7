import { findBlock, moveBlock as moved } from '../block-tree';
import type { TemplateChangeKind } from './change';
import { nameOf } from './name-of';
import type { MoveBlock } from './template-change';

export const moveBlock: TemplateChangeKind<MoveBlock, MoveBlock> = {
  apply(content, { block, parent, index }) {
    const blocks = moved(content.blocks, block, parent, index);
    return blocks === content.blocks ? content : { ...content, blocks: [...blocks] };
  },
  inverse({ blocks }, { block }) {
    const place = findBlock(blocks, block);
    return place ? [{ kind: 'move_block', block, parent: place.parent?.id ?? null, index: place.index }] : [];
  },
  describe: (before, { block }) => `${nameOf(before, block)} moved`,
};
