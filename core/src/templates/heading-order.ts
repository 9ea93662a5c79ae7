import { say } from '../locale/say';
import { headingLevel } from './blocks/heading/level';
import type { TemplateFinding } from './check';
import { walkBlocks, type TemplateContent } from './template';

/**
 * Finds headings by which nobody finds their way who hears the page: levels that are left out, and a second of the first level.
 * @returns a finding for each, in the order of the page; none for pages that are not made of blocks
 * @see https://www.w3.org/WAI/tutorials/page-structure/headings/
 */
export function headingFindings({ mode, blocks }: TemplateContent): readonly TemplateFinding[] {
  if (mode !== 'blocks') return [];
  const found: TemplateFinding[] = [];
  let before: number | null = null;
  let hasFirst = false;
  walkBlocks(blocks, (block) => {
    if (block.kind !== 'heading') return;
    const level = headingLevel(block);
    if (before !== null && level > before + 1)
      found.push({
        block: block.id,
        message: say`A heading of level ${level} follows one of level ${before}: a level is left out.`,
      });
    if (level === 1 && hasFirst)
      found.push({
        block: block.id,
        message: say`This is another heading of level 1: a page has one, which says what it is.`,
      });
    hasFirst ||= level === 1;
    before = level;
  });
  return found;
}
