import { insertBlock } from '../block-tree';
import { blockKindOf } from '../blocks';
import type { TemplateChangeKind } from './change';
import type { AddBlock, RemoveBlock } from './template-change';

export const addBlock: TemplateChangeKind<AddBlock, RemoveBlock> = {
  apply: (content, { block, parent, index }) => ({
    ...content,
    blocks: [...insertBlock(content.blocks, parent, index, block)],
  }),
  inverse: (_before, { block }) => [{ kind: 'remove_block', block: block.id }],
  describe: (_before, { block }) => `${blockKindOf(block.kind).name} added`,
};
