import type { CompiledModel, CompiledType } from '../../model/compiled';
import { onPages, seatsOf } from '../seats';
import { constantOf, type Block, type TemplateContent } from '../template';
import { standingBlocks } from '../walk';
import { updateBlock } from '../block-tree';
import { renamedLiquid } from './rename';

const withLiquid = (block: Block, liquid: string): Block => ({
  ...block,
  properties: { ...block.properties, liquid: { constant: liquid } },
});

/**
 * Writes the Liquid of a template anew for a model in which keys have other names; blocks name fields by permanent ids anyhow.
 * @param type the type whose pages it makes, in the model as it was
 * @returns the very same template where nothing in it was renamed
 */
export function renamedTemplate(
  template: TemplateContent,
  type: CompiledType,
  before: CompiledModel,
  after: CompiledModel,
): TemplateContent {
  const [page, old, now] = [seatsOf(type), onPages(before), onPages(after)];
  const liquid = renamedLiquid(template.liquid, page, old, now);
  const blocks = standingBlocks(template.blocks, page, old).reduce<readonly Block[]>(
    (all, { block, seats }) => {
      const written = constantOf(block, 'liquid');
      if (typeof written !== 'string') return all;
      const renamed = renamedLiquid(written, seats, old, now);
      return renamed === written ? all : updateBlock(all, block.id, (each) => [withLiquid(each, renamed)]);
    },
    template.blocks,
  );
  const same = liquid === template.liquid && blocks === template.blocks;
  return same ? template : { ...template, liquid, blocks: [...blocks] };
}
