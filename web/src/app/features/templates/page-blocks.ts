import { markIn } from '@tovlet/core/templates/marks';

/** A block as it stands on a page that is tried: everything between its two comments. */
export interface PageBlock {
  readonly id: string;
  readonly range: Range;
}

/**
 * Finds the blocks of a page: those that repeat stand there several times.
 * @returns each place of each block, those around others first
 */
export function blocksOn(page: Document): readonly PageBlock[] {
  const found: PageBlock[] = [];
  const open: { readonly id: string; readonly range: Range }[] = [];
  const walker = page.createTreeWalker(page.body, NodeFilter.SHOW_COMMENT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const mark = markIn(node.nodeValue ?? '');
    if (!mark) continue;
    if (mark.begins) {
      const range = page.createRange();
      range.setStartAfter(node);
      const block = { id: mark.block, range };
      open.push(block);
      found.push(block);
    } else open.pop()?.range.setEndBefore(node);
  }
  return found;
}

/** The innermost block that something on the page belongs to; null for what is around all blocks. */
export const blockAt = (blocks: readonly PageBlock[], target: Node): PageBlock | null =>
  blocks.filter(({ range }) => range.intersectsNode(target)).at(-1) ?? null;

/** Where a block stands on the page, in pixels of the page; null where nothing of it can be seen. */
export function areaOf({ range }: PageBlock): DOMRect | null {
  const rects = [...range.getClientRects()].filter(({ width, height }) => width > 0 && height > 0);
  const [first] = rects;
  if (!first) return null;
  const edge = (of: (rect: DOMRect) => number, pick: (...values: number[]) => number): number =>
    pick(...rects.map(of));
  const [left, top] = [edge(({ left: x }) => x, Math.min), edge(({ top: y }) => y, Math.min)];
  const [right, bottom] = [edge(({ right: x }) => x, Math.max), edge(({ bottom: y }) => y, Math.max)];
  return new DOMRect(left, top, right - left, bottom - top);
}
