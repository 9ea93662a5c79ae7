import { say } from '../../../locale/say';
import { constantOf } from '../../template';
import { html } from '../../tree/make';
import type { BlockKind } from '../block-kind';
import { style } from './style';
import { properties } from './properties';

/** Holds other blocks. */
export const section: BlockKind = {
  kind: 'section',
  name: say`Section`,
  icon: 'crop_square',
  container: true,
  properties,
  style,
  compile(block, context) {
    const tone = constantOf(block, 'tone') === 'raised' ? 'raised' : 'plain';
    return [
      html(`<section class="section section-${tone}">\n`),
      ...context.children(block),
      html('</section>\n'),
    ];
  },
};
