import { say } from '../../../locale/say';
import { chosenOf } from '../../template';
import { html } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { layouts, properties } from './properties';
import { style } from './style';

/** Blocks beside each other. */
export const columns: BlockKind = {
  kind: 'columns',
  name: say`Columns`,
  icon: 'view_column',
  container: true,
  properties,
  style,
  compile(block, context) {
    const children = context.children(block);
    if (children.length === 0) return [];
    return [
      html(`<div class="columns columns-${chosenOf(block, 'layout', layouts)}">\n`),
      ...children,
      html('</div>\n'),
    ];
  },
};
