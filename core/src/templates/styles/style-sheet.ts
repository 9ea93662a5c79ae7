import { walkBlocks, type Block } from '../template';
import { styleWidths, type StyleWidth } from './block-style';
import { styleProperties } from './index';
import { styleNames } from './names';
import type { StyleRules } from './style-property';

/** Where each width begins to matter; a phone as the site itself has it. */
const media: Readonly<Record<StyleWidth, string | null>> = { all: null, phone: '(max-width:40rem)' };

/** The class by which the style of a block is found. @example styleClass('b_1') // => 's-b_1' */
export const styleClass = (id: string): string => `s-${id}`;

/** Whether a block looks otherwise than its kind does. */
export const isStyled = ({ style }: Block): boolean => style !== undefined;

function rulesOf({ style }: Block, width: StyleWidth): StyleRules {
  const chosen = style?.[width] ?? {};
  return styleNames.flatMap(
    (name) => styleProperties[name].options.find(({ value }) => value === chosen[name])?.rules ?? [],
  );
}

function written(block: Block, width: StyleWidth): string {
  const css = rulesOf(block, width)
    .map(([selector, declarations]) => `.${styleClass(block.id)}${selector}{${declarations}}`)
    .join('\n');
  const query = media[width];
  return css === '' || query === null ? css : `@media ${query}{\n${css}\n}`;
}

/**
 * Writes the style sheet of a template: what its blocks have chosen, and nothing else.
 * @returns CSS; empty where all blocks look as their kinds do
 * @example styleSheet([{ ...section, id: 'b_1', style: { all: { align: 'end' } } }]) // => '.s-b_1{text-align:end;…}\n'
 */
export function styleSheet(blocks: readonly Block[]): string {
  const parts: string[] = [];
  walkBlocks(blocks, (block) => {
    if (isStyled(block)) parts.push(...styleWidths.map((width) => written(block, width)));
  });
  const css = parts.filter((part) => part !== '').join('\n');
  // What has nothing in it has no ground, no border and no space either.
  return css === '' ? '' : `.styled:not(:has(*)){display:none}\n${css}\n`;
}
