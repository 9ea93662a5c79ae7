import { blockKindOf } from '../blocks';
import { findBlock } from '../block-tree';
import type { TemplateContent } from '../template';

/** What a block is called in words about it. */
export function nameOf({ blocks }: TemplateContent, id: string): string {
  const place = findBlock(blocks, id);
  return place ? blockKindOf(place.block.kind).name : 'A block';
}
