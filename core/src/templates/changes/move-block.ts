import { findBlock, moveBlock as moved } from '../block-tree';
import type { TemplateChangeKind } from './change';
import { nameOf } from './name-of';

export interface MoveBlock {
  readonly kind: 'move_block';
  readonly block: string;
  /** The block it is to stand in; null for the page itself. */
  readonly parent: string | null;
  /** Its place among the others there, once it is taken out. */
  readonly index: number;
}

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
