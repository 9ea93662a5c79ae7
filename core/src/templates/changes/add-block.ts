import { insertBlock } from '../block-tree';
import { blockKindOf } from '../blocks';
import type { Block } from '../template';
import type { TemplateChangeKind } from './change';
import type { RemoveBlock } from './remove-block';

export interface AddBlock {
  readonly kind: 'add_block';
  readonly block: Block;
  /** The block it stands in; null for the page itself. */
  readonly parent: string | null;
  readonly index: number;
}

export const addBlock: TemplateChangeKind<AddBlock, RemoveBlock> = {
  apply: (content, { block, parent, index }) => ({
    ...content,
    blocks: [...insertBlock(content.blocks, parent, index, block)],
  }),
  inverse: (_before, { block }) => [{ kind: 'remove_block', block: block.id }],
  describe: (_before, { block }) => `${blockKindOf(block.kind).name} added`,
};
