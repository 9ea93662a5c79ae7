import { say } from '../../../locale/say';
import { chosenOf } from '../../template';
import { html } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { properties, tiles } from './properties';
import { style } from './style';

/** Tiles: what stands in it, or what something in it repeats over. */
export const grid: BlockKind = {
  kind: 'grid',
  name: say`Grid`,
  icon: 'grid_view',
  container: true,
  properties,
  style,
  compile(block, context) {
    const children = context.children(block);
    if (children.length === 0) return [];
    return [
      html(`<div class="grid grid-${chosenOf(block, 'tiles', tiles)}">\n`),
      ...children,
      html('</div>\n'),
    ];
  },
};
